import type { ReactNode } from 'react';
import type { Layer, LayerKind, Move } from '@/core/document';

export interface SectionProps<L extends Layer = Layer> {
  readonly layer: L;
}

export interface MoveProps extends SectionProps {
  readonly move: Move;
}

/** A part of a layer's settings, on a tab of its own. */
export interface Section {
  /** Sections of the same name stand for each other in layers of different kinds. */
  readonly name: string;
  readonly label: string;
  readonly kinds: readonly LayerKind[];
  readonly Content: (props: SectionProps) => ReactNode;
}

type OfKinds<K extends LayerKind> = Extract<Layer, { readonly kind: K }>;

/** Only layers of its kinds are ever given to a section. */
export const section = <const K extends LayerKind>(declared: {
  readonly name: string;
  readonly label: string;
  readonly kinds: readonly K[];
  readonly Content: (props: SectionProps<OfKinds<K>>) => ReactNode;
}): Section => declared as unknown as Section;
