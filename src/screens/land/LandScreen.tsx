import type { Bundle, Landing } from '@/core/document';
import { editLanding } from '@/store/editing';
import { useAppDispatch } from '@/store/store';
import { Workspace } from '../layers/Workspace';
import { Missing } from '../shared/Missing';
import { useBundle } from '../shared/useBundle';
import { useLandingSteps } from '../shared/useSteps';
import { AddToLanding } from './AddToLanding';
import { LandingSheet } from './LandingSheet';
import { SoundSheet } from './SoundSheet';

/** Land: footage at the bottom, overlays, clips and sounds stacked on it. */
export function LandScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'landing') return <Missing what="landing" />;
  return <Land bundle={bundle} landing={bundle.document} />;
}

function Land({ bundle, landing }: { readonly bundle: Bundle; readonly landing: Landing }) {
  const dispatch = useAppDispatch();
  const stepsOf = useLandingSteps(landing.id);
  const overlayOf = (id: string | null): string | null => {
    const layer = landing.layers.find((entry) => entry.id === id);
    return layer?.kind === 'overlay' ? layer.overlay : (bundle.overlays[0]?.id ?? null);
  };
  return (
    <Workspace
      bundle={bundle}
      edit={(edit, gesture = null) => dispatch(editLanding(landing.id, edit, gesture))}
      step="land"
      go={(selected) => stepsOf(overlayOf(selected))}
      proof="backdrop"
      startsAt={0}
      add={<AddToLanding landing={landing} />}
      settings={<LandingSheet landing={landing} />}
      sound={(track) => <SoundSheet key={track.id} landing={landing} track={track} />}
    />
  );
}
