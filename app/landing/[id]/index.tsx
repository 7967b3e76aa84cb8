import { useLocalSearchParams } from 'expo-router';
import { LandScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LandScreen key={id} id={id} />;
}
