import type { Layer, Overlay } from '@/core/document';
import type { Edit } from '../useEdit';

export interface SectionProps<L extends Layer = Layer> {
  readonly overlay: Overlay;
  readonly layer: L;
  readonly edit: Edit;
}
