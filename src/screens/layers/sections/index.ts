import { edgesSection } from './EdgesSection';
import { clipSection, pictureSection } from './FootageSection';
import { groupSection } from './GroupSection';
import { inkSection } from './InkSection';
import { keySection } from './KeySection';
import { lookSection } from './LookSection';
import { movesSection } from './MovesSection';
import { nestedSection } from './NestedSection';
import { placeSection } from './PlaceSection';
import { shapeSection } from './ShapeSection';
import { timeSection } from './TimeSection';
import { wordsSection } from './WordsSection';
import type { LayerKind } from '@/core/document';
import type { Section } from './types';

export type { Section } from './types';

/** All sections, in the order of their tabs; a new one is one file and one entry here. */
const SECTIONS: readonly Section[] = [
  wordsSection,
  shapeSection,
  pictureSection,
  clipSection,
  groupSection,
  nestedSection,
  inkSection,
  keySection,
  timeSection,
  lookSection,
  placeSection,
  edgesSection,
  movesSection,
];

/** The sections of a kind of layer. */
export const sectionsOf = (kind: LayerKind): readonly Section[] =>
  SECTIONS.filter(({ kinds }) => kinds.includes(kind));
