import { KitScreen } from '@/screens/kit/KitScreen';
import { FencedScreen } from '@/screens/shared/FencedScreen';

export default function Route() {
  return (
    <FencedScreen>
      <KitScreen />
    </FencedScreen>
  );
}
