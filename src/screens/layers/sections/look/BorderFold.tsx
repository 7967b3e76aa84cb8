import { type Border, type Layer } from '@/core/document';
import { Fold } from '@/ui/Fold';
import { Toggle } from '@/ui/Toggle';
import type { ChangeLayer } from '../../useChange';
import { BorderFields } from '../BorderFields';
import { useLines } from './useLines';

export function BorderFold({
  border,
  change,
}: {
  readonly border: Border | null;
  readonly change: ChangeLayer;
}) {
  const lines = useLines();
  const first: Border = { colour: '#231c35', width: lines(4), side: 'outside' };
  const set = (next: Border | null, gesture: string | null = null) =>
    change({ border: next } as Partial<Layer>, gesture);
  return (
    <Fold label="Border" icon="square-outline" now={border ? `${border.width} px` : 'none'}>
      <Toggle label="Border" value={border !== null} onChange={(on) => set(on ? first : null)} />
      {border ? <BorderFields border={border} onChange={set} /> : null}
    </Fold>
  );
}
