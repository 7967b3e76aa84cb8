import { useLocalSearchParams } from 'expo-router';
import { MakeScreen } from '@/screens/make/MakeScreen';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <MakeScreen key={id} id={id} />;
}
