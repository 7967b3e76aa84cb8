import { useEffect, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { importFiles } from '@/store/media';
import { noticed } from '@/store/session';
import { useAppDispatch } from '@/store/store';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

/** Files dropped anywhere, and pictures that are pasted, come into the kit. */
export function DropFiles({ children }: { readonly children: ReactNode }) {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const [over, setOver] = useState(false);

  useEffect(() => {
    const bring = async (files: readonly File[]) => {
      const brought = await dispatch(importFiles(files));
      if (brought.length > 0) {
        dispatch(noticed(`Brought in: ${brought.map((footage) => footage.name).join(', ')}.`));
      }
    };
    const onDrag = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      setOver(event.type === 'dragover');
    };
    const onDrop = (event: DragEvent) => {
      onDrag(event);
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length > 0) void bring(files);
    };
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length > 0) void bring(files);
    };
    window.addEventListener('dragover', onDrag);
    window.addEventListener('dragleave', onDrag);
    window.addEventListener('drop', onDrop);
    window.addEventListener('paste', onPaste);
    return () => {
      window.removeEventListener('dragover', onDrag);
      window.removeEventListener('dragleave', onDrag);
      window.removeEventListener('drop', onDrop);
      window.removeEventListener('paste', onPaste);
    };
  }, [dispatch]);

  return (
    <View style={styles.fill}>
      {children}
      {over ? (
        <View style={[styles.over, { borderColor: tokens.plum, backgroundColor: tokens.plumSoft }]}>
          <Words kind="heading">Let go to bring it into the kit</Words>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1, minHeight: 0 },
  over: {
    position: 'absolute',
    inset: 16,
    borderWidth: 2,
    borderStyle: 'dashed',
    borderRadius: RADIUS.card,
    alignItems: 'center',
    justifyContent: 'center',
    opacity: 0.94,
    pointerEvents: 'none',
  },
});
