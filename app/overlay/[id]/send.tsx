import { useLocalSearchParams } from 'expo-router';
import { SendOverlayScreen } from '@/screens/send/SendScreen';

export default function Route() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SendOverlayScreen key={id} id={id} />;
}
