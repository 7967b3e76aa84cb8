import type { Layer, Move } from '@/core/document';

export interface SectionProps<L extends Layer = Layer> {
  readonly layer: L;
}

export interface MoveProps extends SectionProps {
  readonly move: Move;
}
