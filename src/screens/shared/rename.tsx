import { useState } from 'react';
import { TextInput } from 'react-native';
import { rename } from '@/store/actions';
import { useAppDispatch } from '@/store/store';
import { Action, IconAction } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { FIELD, useTokens } from '@/ui/theme';

interface RenameDialogProps {
  readonly name: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly onRename: (name: string) => void;
}

/** Asks for a new name; an empty one is not taken. */
export function RenameDialog({ name, open, onClose, onRename }: RenameDialogProps) {
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const close = () => {
    setTyped(null);
    onClose();
  };
  const commit = () => {
    const next = (typed ?? name).trim();
    if (next !== '' && next !== name) onRename(next);
    close();
  };
  return (
    <Dialog
      title="Name"
      open={open}
      onClose={close}
      actions={<Action label="Rename" tone="main" onPress={commit} />}
    >
      <TextInput
        aria-label="Name"
        autoFocus
        maxLength={200}
        value={typed ?? name}
        onChangeText={setTyped}
        onSubmitEditing={commit}
        style={[FIELD, { color: tokens.ink, borderColor: tokens.line }]}
      />
    </Dialog>
  );
}

/** Renames a document or footage from a screen's header. */
export function NameButton({ id, name }: { readonly id: string; readonly name: string }) {
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconAction label="Rename" icon="pencil-outline" onPress={() => setOpen(true)} />
      <RenameDialog
        name={name}
        open={open}
        onClose={() => setOpen(false)}
        onRename={(next) => dispatch(rename(id, next))}
      />
    </>
  );
}
