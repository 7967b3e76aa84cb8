import { createGhost, type Ghost } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { useEditing } from '../editing';
import { useChange } from '../useChange';
import type { SectionProps } from './types';

/** A tinted, see-through look with lines across and an unsteady light. */
export function GhostFold({ layer }: SectionProps) {
  const { document } = useEditing();
  const change = useChange(layer.id);
  const { ghost } = layer;
  const set = (patch: Partial<Ghost>, gesture: string | null = null) =>
    change({ ghost: { ...(ghost ?? createGhost(document)), ...patch } }, gesture);
  return (
    <Fold label="Ghost" icon="ghost-outline" now={ghost ? 'on' : 'off'}>
      <Toggle
        label="Show it as a ghost"
        value={ghost !== null}
        onChange={(on) => change({ ghost: on ? createGhost(document) : null })}
      />
      {ghost ? (
        <>
          <ColourField
            label="Ghost colour"
            value={ghost.tint}
            onChange={(tint, gesture) => set({ tint }, gesture)}
          />
          <ShareField
            label="Colour strength"
            value={ghost.tintStrength}
            onChange={(tintStrength, gesture) => set({ tintStrength }, gesture)}
          />
          <ShareField
            label="Solidity"
            value={ghost.opacity}
            onChange={(opacity, gesture) => set({ opacity }, gesture)}
          />
          <ShareField
            label="Lines"
            value={ghost.lines}
            onChange={(lines, gesture) => set({ lines }, gesture)}
          />
          <NumberField
            label="Line spacing"
            unit="px"
            value={ghost.spacing}
            min={1}
            max={1000}
            step={1}
            feel={{ min: 1, max: 40 }}
            onChange={(spacing, gesture) => set({ spacing }, gesture)}
          />
          <ShareField
            label="Flicker"
            value={ghost.flicker}
            onChange={(flicker, gesture) => set({ flicker }, gesture)}
          />
          <NumberField
            label="Variation"
            value={ghost.seed}
            min={1}
            max={1000}
            step={1}
            onChange={(seed, gesture) => set({ seed: Math.round(seed) }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
