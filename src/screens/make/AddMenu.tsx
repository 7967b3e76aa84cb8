import equal from 'fast-deep-equal';
import {
  createFootageLayer,
  createInk,
  createNested,
  createShape,
  createWords,
  type Footage,
  type Layer,
} from '@/core/document';
import { inLastStyle, lastWords, styleOf } from '@/core/edit';
import { SHAPE_KINDS } from '@/core/shapes';
import { newId } from '@/store/actions';
import { importFiles } from '@/store/media';
import { noticed } from '@/store/session';
import { selectFootage, selectOverlays } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Chip } from '@/ui/Chip';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { chooseFiles, MEDIA } from '../shared/files';
import { useOpenDrawing } from '../shared/useOpenDrawing';
import { useEditing } from '../layers/editing';
import { quoted } from '@/core/quoted';

/** What can be laid on the overlay: words, shapes, pictures and clips, other overlays. */
export function AddMenu() {
  const { document, add: onAdd } = useEditing();
  const overlays = useAppSelector(selectOverlays);
  const pictures = usePictureEntries(onAdd);
  const openDrawing = useOpenDrawing(document.id);
  const dispatch = useAppDispatch();
  const last = lastWords(document);
  const styled = last !== undefined && !equal(styleOf(last), styleOf(createWords('', document)));
  const addWords = () => {
    onAdd(inLastStyle(document, createWords(newId(), document)));
    if (styled) dispatch(noticed(`They look like ${quoted(last.name)}. Add has plain ones too.`));
  };
  const draw = () => {
    const layer = createInk(newId(), document, newId());
    onAdd(layer);
    openDrawing(layer.id);
  };
  const shapes = SHAPE_KINDS.map(({ shape, label, icon }): MenuEntry => ({
    label,
    icon,
    onPress: () => onAdd(createShape(newId(), document, shape)),
  }));
  const nested = overlays
    .filter(({ id }) => id !== document.id)
    .map((other): MenuEntry => ({
      id: other.id,
      label: other.name,
      icon: 'layers-outline',
      onPress: () => onAdd(createNested(newId(), document, other)),
    }));
  return (
    <PopMenu
      title="Add a layer"
      entries={[
        {
          label: 'Words',
          icon: 'format-text',
          onPress: addWords,
        },
        ...(styled
          ? [
              {
                label: 'Words, plain',
                icon: 'format-text-variant-outline',
                onPress: () => onAdd(createWords(newId(), document)),
              },
            ]
          : []),
        {
          label: 'Drawing',
          icon: 'draw-pen',
          onPress: draw,
        },
        ...shapes.slice(0, 2),
        { label: 'Another shape', icon: 'shape-outline', onPress: shapes.slice(2) },
        { label: 'Picture or clip', icon: 'image-outline', onPress: pictures },
        ...(nested.length > 0
          ? [{ label: 'Another overlay', icon: 'layers-outline', onPress: nested }]
          : []),
      ]}
      opener={(open) => <Chip icon="plus" label="Add" onPress={open} />}
    />
  );
}

function usePictureEntries(onAdd: (layer: Layer) => void): readonly MenuEntry[] {
  const { document } = useEditing();
  const dispatch = useAppDispatch();
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const add = (entry: Footage) => {
    onAdd(createFootageLayer(newId(), document, entry));
    if (entry.width > document.width || entry.height > document.height) {
      const size = `${entry.width} × ${entry.height}`;
      dispatch(
        noticed(
          `${quoted(entry.name)} is ${size} pixels, more than the canvas; it was made to fit.`,
        ),
      );
    }
  };
  const bring = async () => {
    const files = await chooseFiles(MEDIA, false);
    const brought = await dispatch(importFiles(files));
    const [first] = brought.filter((entry) => entry.kind === 'footage');
    if (first && first.type !== 'sound') add(first);
  };
  return [
    { id: 'file', label: 'Bring in a file', icon: 'plus', onPress: () => void bring() },
    ...footage.map((entry): MenuEntry => ({
      id: entry.id,
      label: entry.name,
      icon: entry.type === 'video' ? 'movie-open-outline' : 'image-outline',
      onPress: () => add(entry),
    })),
  ];
}
