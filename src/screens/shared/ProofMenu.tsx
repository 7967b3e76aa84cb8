import type { Overlay } from '@/core/document';
import type { Proof } from '@/store/useStage';
import { Chip } from '@/ui/Chip';
import { PopMenu } from '@/ui/PopMenu';

interface ProofMenuProps {
  readonly overlay: Overlay;
  readonly value: Proof;
  readonly onChange: (proof: Proof) => void;
}

/** The surface behind the overlay while it is looked at. */
export function ProofMenu({ overlay, value, onChange }: ProofMenuProps) {
  const labels: Readonly<Record<Proof, string>> = {
    backdrop: overlay.backdrop.kind === 'clear' ? 'Squares' : 'Key colour',
    dark: 'Dark',
    light: 'Light',
    bars: 'Bars',
    footage: 'Footage',
  };
  const offered = (Object.keys(labels) as Proof[]).filter(
    (proof) => proof !== 'footage' || overlay.guide,
  );
  return (
    <PopMenu
      title="Look at it on"
      entries={offered.map((proof) => ({ label: labels[proof], onPress: () => onChange(proof) }))}
      opener={(open) => <Chip icon="eye-outline" label={labels[value]} onPress={open} />}
    />
  );
}
