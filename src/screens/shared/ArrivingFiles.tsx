import { useEffect, useRef, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { startEmptyKit } from '@/store/actions';
import { onOpenedWith, takeHandedOver } from '@/store/arrivals';
import { openKitFile } from '@/store/kitFiles';
import { importFiles } from '@/store/media';
import { noticed } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { ReplaceKit } from './ReplaceKit';

const isKitFile = ({ name }: File): boolean => /\.moonpatch$/i.test(name);

interface Arrivals {
  readonly bring: (files: readonly File[]) => void;
  /** A whole kit that came in and would take this one's place. */
  readonly kitFile: File | null;
  readonly leaveKitFile: () => void;
}

function useArrivals(): Arrivals {
  const dispatch = useAppDispatch();
  const fresh = useAppSelector((state) => state.kit.status === 'fresh');
  const [kitFile, setKitFile] = useState<File | null>(null);
  const bring = async (files: readonly File[]) => {
    const kit = files.find(isKitFile);
    if (kit && fresh) await dispatch(openKitFile(kit));
    else if (kit) setKitFile(kit);
    const media = files.filter((file) => !isKitFile(file));
    if (media.length === 0) return;
    if (fresh && !kit) dispatch(startEmptyKit());
    const brought = await dispatch(importFiles(media));
    if (brought.length > 0) {
      dispatch(noticed(`Brought in: ${brought.map(({ name }) => name).join(', ')}.`));
    }
  };
  return { bring: (files) => void bring(files), kitFile, leaveKitFile: () => setKitFile(null) };
}

/**
 * Files that are dropped anywhere, pasted, or handed over by the device come into the kit; of a whole
 * kit it is asked whether it takes this one's place.
 */
export function ArrivingFiles({ children }: { readonly children: ReactNode }) {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const ready = useAppSelector((state) => state.kit.status !== 'loading');
  const [over, setOver] = useState(false);
  const { bring, kitFile, leaveKitFile } = useArrivals();
  const latest = useRef(bring);
  useEffect(() => {
    latest.current = bring;
  });

  useEffect(() => {
    if (!ready) return;
    const take = (files: readonly File[]) => latest.current(files);
    onOpenedWith(take);
    void takeHandedOver().then(take);
  }, [ready]);

  useEffect(() => {
    const onDrag = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      setOver(event.type === 'dragover');
    };
    const onDrop = (event: DragEvent) => {
      onDrag(event);
      const files = [...(event.dataTransfer?.files ?? [])];
      latest.current(files);
    };
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      latest.current(files);
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
  }, []);

  return (
    <View style={styles.fill}>
      {children}
      {over ? (
        <View style={[styles.over, { borderColor: tokens.plum, backgroundColor: tokens.plumSoft }]}>
          <Words kind="heading">Let go to bring it into the kit</Words>
        </View>
      ) : null}
      <ReplaceKit
        open={kitFile !== null}
        onCancel={leaveKitFile}
        onReplace={() => {
          leaveKitFile();
          void dispatch(openKitFile(kitFile!));
        }}
      />
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
