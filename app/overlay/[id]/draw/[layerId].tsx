import { useLocalSearchParams } from 'expo-router';
import { DrawScreen } from '@/screens/later';

export default function Route() {
  const { id, layerId } = useLocalSearchParams<{ id: string; layerId: string }>();
  return <DrawScreen key={layerId} id={id} layerId={layerId} />;
}
