import { useLocalSearchParams } from 'expo-router';
import { SendLandingScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SendLandingScreen key={id} id={id} />;
}
