import { useRouter } from 'expo-router';
import { type Layer } from '@/core/document';
import { cutOutOverlay, matteOverlay } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import { addOverlay } from '@/store/actions';
import { selectFootageById } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import type { MenuEntry } from '@/ui/PopMenu';
import { useEditing } from './editing';

/** A keyed clip or picture as an overlay of its own, from where it is sent clear, or its matte is. */
export function useCutOutEntry(layer: Layer | null): readonly MenuEntry[] {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { document } = useEditing();
  const keyed = layer && 'key' in layer && layer.key ? layer : null;
  const footage = useAppSelector((state) => selectFootageById(state, keyed?.footage ?? ''));
  if (!keyed || !footage) return [];
  const { from, to } = timeLayers(document).get(keyed.id)!;
  const cutting = { stack: document, layer: keyed, footage, from, to };
  const begin = (make: typeof cutOutOverlay) => () => {
    const id = dispatch(addOverlay((overlay) => make(overlay, cutting)));
    if (id) router.push({ pathname: '/overlay/[id]/send', params: { id } });
  };
  return [
    {
      label: 'Send it by itself',
      icon: 'content-cut',
      onPress: [
        { label: 'Cut out, clear round it', icon: 'content-cut', onPress: begin(cutOutOverlay) },
        {
          label: 'Its matte, white on black',
          icon: 'circle-half-full',
          onPress: begin(matteOverlay),
        },
      ],
    },
  ];
}
