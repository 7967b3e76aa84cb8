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

/** A whole kit that is asked about; `answered` is called once it is dealt with. */
interface Asked {
  readonly file: File;
  readonly answered: () => void;
}

interface Arrivals {
  /** Resolves once all that came is in the kit, or was refused. */
  readonly bring: (files: readonly File[]) => Promise<void>;
  /** Whether a whole kit came in, which would take this one's place. */
  readonly asked: boolean;
  readonly answer: (replace: boolean) => Promise<void>;
}

function useArrivals(): Arrivals {
  const dispatch = useAppDispatch();
  const fresh = useAppSelector((state) => state.kit.status === 'fresh');
  const [asked, setAsked] = useState<Asked | null>(null);
  const bring = async (files: readonly File[]) => {
    const kit = files.find(isKitFile);
    if (kit && fresh) await dispatch(openKitFile(kit));
    const dealtWith =
      kit && !fresh ? new Promise<void>((answered) => setAsked({ file: kit, answered })) : null;
    const media = files.filter((file) => !isKitFile(file));
    if (media.length > 0 && fresh && !kit) dispatch(startEmptyKit());
    const brought = media.length > 0 ? await dispatch(importFiles(media)) : [];
    if (brought.length > 0) {
      dispatch(noticed(`Brought in: ${brought.map(({ name }) => name).join(', ')}.`));
    }
    await dealtWith;
  };
  const answer = async (replace: boolean) => {
    if (!asked) return;
    setAsked(null);
    if (replace) await dispatch(openKitFile(asked.file));
    asked.answered();
  };
  return { bring, asked: asked !== null, answer };
}

/**
 * Files that are dropped anywhere, pasted, or handed over by the device come into the kit; of a whole
 * kit it is asked whether it takes this one's place.
 */
export function ArrivingFiles({ children }: { readonly children: ReactNode }) {
  const tokens = useTokens();
  // What follows another tab changes nothing: what was handed over waits for the one that does.
  const ready = useAppSelector(
    (state) => state.kit.status !== 'loading' && !state.session.following,
  );
  const [over, setOver] = useState(false);
  const { bring, asked, answer } = useArrivals();
  const latest = useRef(bring);
  useEffect(() => {
    latest.current = bring;
  });

  useEffect(() => {
    if (!ready) return;
    const take = (files: readonly File[]) => latest.current(files);
    onOpenedWith((files) => void take(files));
    void takeHandedOver(take);
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
      void latest.current(files);
    };
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      void latest.current(files);
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
        open={asked}
        onCancel={() => void answer(false)}
        onReplace={() => void answer(true)}
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
