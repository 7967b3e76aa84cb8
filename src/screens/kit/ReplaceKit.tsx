import { Action } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { Words } from '@/ui/Words';

interface ReplaceKitProps {
  readonly open: boolean;
  readonly onCancel: () => void;
  readonly onReplace: () => void;
}

/** Asked before a whole kit is replaced: the one thing that cannot be undone. */
export function ReplaceKit({ open, onCancel, onReplace }: ReplaceKitProps) {
  return (
    <Dialog
      title="Replace the whole kit?"
      open={open}
      onClose={onCancel}
      actions={
        <>
          <Action label="Keep this kit" onPress={onCancel} />
          <Action label="Replace it" tone="repair" onPress={onReplace} />
        </>
      }
    >
      <Words>
        Everything in this kit goes and cannot be brought back. Save a kit file first if you want to
        keep it.
      </Words>
    </Dialog>
  );
}
