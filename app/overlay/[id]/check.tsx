import { useLocalSearchParams } from 'expo-router';
import { CheckScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <CheckScreen key={id} id={id} />;
}
