import { useRouter } from 'expo-router';

/** Opens one of an overlay's ink layers on the Draw screen. */
export function useOpenDrawing(overlay: string): (layerId: string) => void {
  const router = useRouter();
  return (layerId) =>
    router.push({ pathname: '/overlay/[id]/draw/[layerId]', params: { id: overlay, layerId } });
}
