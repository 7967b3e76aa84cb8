import { useLocalSearchParams } from 'expo-router';
import { FootageScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <FootageScreen key={id} id={id} />;
}
