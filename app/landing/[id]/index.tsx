import { useLocalSearchParams } from 'expo-router';
import { LandScreen } from '@/screens/land/LandScreen';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <LandScreen key={id} id={id} />;
}
