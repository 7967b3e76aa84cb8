import type { Bundle } from '@/core/document';
import { work } from '@/store/work';
import { Words } from '@/ui/Words';
import { useAnswer } from '../shared/useAnswer';

/** Whether what is heard in a landing will be in its file. */
export function SoundNote({
  bundle,
  carries,
}: {
  readonly bundle: Bundle;
  readonly carries: boolean;
}) {
  const heard = useAnswer(() => work.isHeard(bundle), bundle);
  if (bundle.document.kind !== 'landing' || heard === null) return null;
  const says = () => {
    if (!heard) return 'No sound: nothing in this landing can be heard.';
    return carries ? 'With the landing’s sound.' : 'No sound: this format carries none.';
  };
  return (
    <Words kind="small" soft>
      {says()}
    </Words>
  );
}
