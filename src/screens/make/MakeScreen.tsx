import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Bundle, Overlay } from '@/core/document';
import type { Proof } from '@/store/useStage';
import { Sheet } from '@/ui/Sheet';
import { Words } from '@/ui/Words';
import { Workspace } from '../layers/Workspace';
import { Hint } from '../shared/Hint';
import { Missing } from '../shared/Missing';
import { ProofMenu } from '../shared/ProofMenu';
import { useBundle } from '../shared/useBundle';
import { useEdit } from '../shared/useEdit';
import { useOverlaySteps } from '../shared/useSteps';
import { AddMenu } from './AddMenu';
import { OverlaySection } from './OverlaySection';

/** Make: an overlay's layers, looked at on a surface of one's choice. */
export function MakeScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  return <Make bundle={bundle} overlay={bundle.document} />;
}

interface MakeProps {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
}

function Make({ bundle, overlay }: MakeProps) {
  const edit = useEdit(overlay.id);
  const steps = useOverlaySteps(overlay.id);
  const [proof, setProof] = useState<Proof>('backdrop');
  // In the middle, where most of what there is can be seen.
  const [middle] = useState(() => Math.floor(overlay.length / 2));
  return (
    <Workspace
      bundle={bundle}
      edit={edit}
      step="make"
      go={() => steps}
      proof={proof}
      startsAt={middle}
      transport={<ProofMenu overlay={overlay} value={proof} onChange={setProof} />}
      add={<AddMenu />}
      settings={<OverlaySheet overlay={overlay} />}
    />
  );
}

function OverlaySheet({ overlay }: { readonly overlay: Overlay }) {
  return (
    <Sheet
      top={
        <View style={styles.title}>
          <Words kind="heading">This overlay</Words>
        </View>
      }
    >
      <Hint step="make">
        Next: tap words on the stage to change them, add what is missing, then go to Send.
      </Hint>
      {overlay.layers.length === 0 ? (
        <Words>
          Start with Add: words, a shape, a picture. Then choose how it arrives, stays and leaves.
        </Words>
      ) : null}
      <OverlaySection />
    </Sheet>
  );
}

const styles = StyleSheet.create({ title: { paddingHorizontal: 16, paddingBottom: 4 } });
