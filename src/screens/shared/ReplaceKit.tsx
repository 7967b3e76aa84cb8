import { Action } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { Words } from '@/ui/Words';

interface ReplaceKitProps {
  readonly open: boolean;
  readonly onCancel: () => void;
  readonly onReplace: () => void;
}

/** Asked before a whole kit is replaced. */
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
        Everything in this kit makes room for the other. For seven days it can be had back, under
        Settings; save a kit file first if you want to keep it for longer.
      </Words>
    </Dialog>
  );
}
