import { useRouter } from 'expo-router';
import {
  createBase,
  createLanded,
  createWords,
  type Footage,
  type Landing,
  type Overlay,
} from '@/core/document';
import { addLayer, addTrack, createTrack } from '@/core/edit';
import { ratesDiffer } from '@/core/document/ratesDiffer';
import { STARTERS } from '@/core/starters';
import { newId, newOverlay } from '@/store/actions';
import { keyLanded } from '@/store/landedKey';
import { noticed } from '@/store/session';
import { selectFootage, selectOverlays } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Chip } from '@/ui/Chip';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { useStarterMedia } from '../shared/useStarterMedia';
import { useEditing } from '../layers/editing';
import { useLandingEdit } from '../layers/sounds';

const ICONS: Readonly<Record<Footage['type'], string>> = {
  video: 'movie-open-outline',
  still: 'image-outline',
  sound: 'music-note-outline',
};

/** Of the landing's size, rate and length, with what is at its bottom to judge by. */
function madeOver(overlay: Overlay, landing: Landing): Overlay {
  const { width, height, rate, length } = landing;
  const base = landing.layers.find((layer) => layer.kind === 'clip' || layer.kind === 'picture');
  const guide = base?.footage ? { footage: base.footage, seconds: 0, strength: 1 } : null;
  const sized = { ...overlay, width, height, rate, length, guide };
  return addLayer(sized, createWords(newId(), sized));
}

/** Adds words, an overlay, live, or footage; the first clip fills the canvas, later ones lie over it. */
export function AddToLanding({ landing }: { readonly landing: Landing }) {
  const { add, select } = useEditing();
  const edit = useLandingEdit();
  const router = useRouter();
  const dispatch = useAppDispatch();
  const media = useStarterMedia();
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
    const layer = first
      ? createBase(newId(), landing, source)
      : createLanded(newId(), landing, source);
    add(layer);
    const told = source.kind === 'overlay' ? ratesDiffer(source, landing) : null;
    if (told) dispatch(noticed(told));
    if (!first && source.kind === 'footage') {
      void dispatch(keyLanded(landing.id, layer.id, source));
    }
  };
  const layNew = (make: (overlay: Overlay) => Overlay) => {
    const overlay = dispatch(newOverlay(make));
    if (overlay) lay(overlay);
    return overlay;
  };
  const makeOver = () => {
    const overlay = layNew((empty) => madeOver(empty, landing));
    if (overlay) router.push({ pathname: '/overlay/[id]/make', params: { id: overlay.id } });
  };
  const readyMade = STARTERS.map(({ name, label, make }): MenuEntry => ({
    id: name,
    label,
    onPress: () => void layNew(({ id, created }) => make({ id, created }, media)),
  }));
  const known = [...overlays, ...footage].map((entry): MenuEntry => ({
    id: entry.id,
    label: entry.name,
    icon: entry.kind === 'overlay' ? 'layers-outline' : ICONS[entry.type],
    onPress: () => lay(entry),
  }));
  const entries: readonly MenuEntry[] = [
    {
      label: 'Words',
      icon: 'format-text',
      onPress: () => add(createWords(newId(), landing)),
    },
    { label: 'A ready-made overlay', icon: 'star-four-points-outline', onPress: readyMade },
    { label: 'An overlay made over this', icon: 'layers-plus', onPress: makeOver },
    ...known,
  ];
  return (
    <PopMenu
      title="Add to the landing"
      entries={entries}
      opener={(open) => <Chip icon="plus" label="Add" onPress={open} />}
    />
  );
}
