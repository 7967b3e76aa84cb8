import { useLocalSearchParams } from 'expo-router';
import { SendOverlayScreen } from '@/screens/later';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SendOverlayScreen key={id} id={id} />;
}
