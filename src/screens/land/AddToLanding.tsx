import {
  addTrack,
  createBase,
  createLanded,
  createTrack,
  type Footage,
  type Landing,
  type Overlay,
} from '@/core/document';
import { newId } from '@/store/actions';
import { selectFootage, selectOverlays } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Chip } from '@/ui/Chip';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { useEditing } from '../layers/editing';
import { useLandingEdit } from '../layers/sounds';

const ICONS: Readonly<Record<Footage['type'], string>> = {
  video: 'movie-open-outline',
  still: 'image-outline',
  sound: 'music-note-outline',
};

/** Adds an overlay, live, or footage; the first clip fills the canvas, later ones lie over it. */
export function AddToLanding({ landing }: { readonly landing: Landing }) {
  const { add, select } = useEditing();
  const edit = useLandingEdit();
  const overlays = useAppSelector(selectOverlays);
  const footage = useAppSelector(selectFootage);
  const lay = (source: Overlay | Footage) => {
    if (source.kind === 'footage' && source.type === 'sound') {
      const track = createTrack(newId(), source);
      edit((document) => addTrack(document, track));
      select([track.id]);
      return;
    }
    const first = landing.layers.length === 0 && source.kind === 'footage';
    add(first ? createBase(newId(), landing, source) : createLanded(newId(), landing, source));
  };
  const entries: readonly MenuEntry[] = [...overlays, ...footage].map((entry) => ({
    id: entry.id,
    label: entry.name,
    icon: entry.kind === 'overlay' ? 'layers-outline' : ICONS[entry.type],
    onPress: () => lay(entry),
  }));
  return (
    <PopMenu
      title="Add to the landing"
      entries={entries}
      empty="The kit has no overlays and no footage yet."
      opener={(open) => <Chip icon="plus" label="Add" onPress={open} />}
    />
  );
}
