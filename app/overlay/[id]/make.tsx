import { useLocalSearchParams } from 'expo-router';
import { MakeScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MakeScreen key={id} id={id} />;
}
