import type { ClipLayer, KeySettings, Layer, PictureLayer } from '@/core/document';
import { findLayer, updateLayer } from '@/core/edit';
import { editWhenDone } from '@/store/lateEdits';
import { selectFootageById } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work } from '@/store/work';
import { LookAction } from '../../shared/LookAction';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import type { SectionProps } from './types';

type FootageProps = SectionProps<PictureLayer | ClipLayer>;

/** What a key that is found depends on, or would replace. */
const keyedAs = (layer: Layer | undefined): readonly unknown[] =>
  layer && 'key' in layer ? [layer.footage, layer.key] : [];

/** What was set of the matte by hand, which another key keeps. */
function trimOf(
  key: KeySettings,
): Pick<KeySettings, 'cleanBlack' | 'cleanWhite' | 'choke' | 'feather'> {
  const { cleanBlack, cleanWhite, choke, feather } = key;
  return { cleanBlack, cleanWhite, choke, feather };
}

/** Finds colour, tolerance and softness in the picture itself. */
export function FindKey({ layer }: FootageProps) {
  const { document } = useEditing();
  const dispatch = useAppDispatch();
  const footage = useAppSelector((state) => selectFootageById(state, layer.footage ?? ''));
  const { progress, problem, run } = useLongWork<unknown>();
  if (!footage) return null;
  const find = () =>
    void run((_progress, signal) =>
      dispatch(
        editWhenDone(
          document.id,
          {
            about: (stack) => keyedAs(findLayer(stack, layer.id)),
            work: () => work.findKey(footage),
            merge: (found) => (stack) =>
              updateLayer(stack, layer.id, { key: { ...found, ...trimOf(layer.key ?? found) } }),
          },
          signal,
        ),
      ),
    );
  return (
    <LookAction
      label="Find it for me"
      icon="auto-fix"
      progress={progress}
      problem={problem}
      onPress={find}
    />
  );
}
