import { type Layer, type Wall } from '@/core/document';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import type { ChangeLayer } from '../../useChange';

const FIRST_WALL: Wall = { colour: '#231c35', opacity: 1 };

export function WallFold({
  wall,
  change,
}: {
  readonly wall: Wall | null;
  readonly change: ChangeLayer;
}) {
  const set = (next: Wall | null, gesture: string | null = null) =>
    change({ wall: next } as Partial<Layer>, gesture);
  return (
    <Fold label="Wall with a hole" icon="wall" now={wall ? 'on' : 'off'}>
      <Toggle
        label="Cut it out of a wall"
        value={wall !== null}
        onChange={(on) => set(on ? FIRST_WALL : null)}
      />
      {wall ? (
        <>
          <ColourField
            label="Wall colour"
            value={wall.colour}
            onChange={(colour, gesture) => set({ ...wall, colour }, gesture)}
          />
          <ShareField
            label="Wall opacity"
            value={wall.opacity}
            onChange={(opacity, gesture) => set({ ...wall, opacity }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}
