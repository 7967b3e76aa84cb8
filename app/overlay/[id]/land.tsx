import { useLocalSearchParams } from 'expo-router';
import { ChooseLandingScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ChooseLandingScreen key={id} id={id} />;
}
