import { MoonError } from '../errors';
import { blink } from './blink';
import { blurIn } from './blurIn';
import { drift } from './drift';
import { drop } from './drop';
import { fade } from './fade';
import { followPath } from './followPath';
import { grow } from './grow';
import { growOver } from './growOver';
import { hop } from './hop';
import { iris } from './iris';
import { jolt } from './jolt';
import { rise } from './rise';
import { scatter } from './scatter';
import { shiver } from './shiver';
import { slide } from './slide';
import { spin } from './spin';
import { spinIn } from './spinIn';
import { sway } from './sway';
import { throb } from './throb';
import type { MoveKind } from './types';
import { typeOn } from './typeOn';
import { unfold } from './unfold';
import { wipe } from './wipe';
import { writeOn } from './writeOn';
import { zoomTo } from './zoomTo';

export type { MoveKind, MoveParam } from './types';

/** All kinds of move, in the order they are offered; a new kind is one file and one entry here. */
export const MOVE_KINDS: readonly MoveKind[] = [
  fade,
  slide,
  grow,
  drop,
  wipe,
  spinIn,
  typeOn,
  writeOn,
  unfold,
  rise,
  scatter,
  blurIn,
  iris,
  throb,
  hop,
  shiver,
  sway,
  spin,
  blink,
  drift,
  growOver,
  followPath,
  jolt,
  zoomTo,
];

const BY_KIND = new Map(MOVE_KINDS.map((entry) => [entry.kind, entry]));

/** @throws MoonError 'not-found' for a kind this version does not know */
export function moveKind(kind: string): MoveKind {
  const found = BY_KIND.get(kind);
  if (!found) throw new MoonError('not-found', `There is no move called "${kind}".`);
  return found;
}
