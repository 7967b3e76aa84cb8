import { useState } from 'react';
import { Menu } from 'react-native-paper';
import type { Overlay } from '@/core/document';
import type { Proof } from '@/store/useStage';
import { Chip } from '@/ui/Chip';

interface ProofMenuProps {
  readonly overlay: Overlay;
  readonly value: Proof;
  readonly onChange: (proof: Proof) => void;
}

/** The surface behind the overlay while it is looked at. */
export function ProofMenu({ overlay, value, onChange }: ProofMenuProps) {
  const [open, setOpen] = useState(false);
  const labels: Readonly<Record<Proof, string>> = {
    backdrop: overlay.backdrop.kind === 'clear' ? 'Checks' : 'Key colour',
    dark: 'Dark',
    light: 'Light',
    bars: 'Bars',
    footage: 'Footage',
  };
  const offered = (Object.keys(labels) as Proof[]).filter(
    (proof) => proof !== 'footage' || overlay.guide,
  );
  return (
    <Menu
      visible={open}
      onDismiss={() => setOpen(false)}
      anchor={<Chip icon="eye-outline" label={labels[value]} onPress={() => setOpen(true)} />}
    >
      {offered.map((proof) => (
        <Menu.Item
          key={proof}
          title={labels[proof]}
          onPress={() => {
            setOpen(false);
            onChange(proof);
          }}
        />
      ))}
    </Menu>
  );
}
