import { useMemo, useState } from 'react';
import type { Bundle, Landing, Overlay } from '@/core/document';
import type { Stretch } from '@/core/edit';
import { timeLayers } from '@/core/motion/timing';
import type { Player } from '@/store/player';
import type { Cut, Picking, TriedMove, View } from './editing';
import { withMove } from './sections/MovesSection';

/** What is chosen, down to a letter, a move or a point of a path, and what of it is looked at. */
export function useChoice(document: Overlay | Landing) {
  const [ids, setIds] = useState<readonly string[]>([]);
  const [stretch, chooseStretch] = useState<Stretch | null>(null);
  const [openMove, setOpenMove] = useState<string | null>(null);
  const [point, choosePoint] = useState<number | null>(null);
  const [openMatte, setOpenMatte] = useState<string | null>(null);
  const [cut, setCut] = useState<Cut | null>(null);
  const [several, setSeveral] = useState(false);
  const [section, setSection] = useState('what');
  const [view, setView] = useState<View>('result');
  const [divider, setDivider] = useState<number | null>(null);
  const [picking, pick] = useState<Picking | null>(null);
  const there = new Set(
    [...document.layers, ...(document.kind === 'landing' ? document.sounds : [])].map(
      ({ id }) => id,
    ),
  );
  const selection = ids.filter((id) => there.has(id));
  const select = (next: readonly string[]) => {
    setIds(next);
    chooseStretch(null);
    setOpenMove(null);
    choosePoint(null);
    setOpenMatte(null);
    setCut(null);
    pick(null);
    if (next.length === 0) setSeveral(false);
  };
  return {
    selection,
    select,
    stretch,
    chooseStretch,
    letter: stretch && stretch.to - stretch.from === 1 ? stretch.from : null,
    openMove,
    setOpenMove,
    point,
    choosePoint,
    openMatte,
    setOpenMatte,
    cut,
    setCut,
    several,
    setSeveral,
    section,
    setSection,
    view,
    setView,
    divider,
    setDivider,
    picking,
    pick,
  };
}

const TRIED = 'tried-move';

/** A move that is looked at: the stage plays the document as if it had it, it itself stays as it is. */
export function useTriedMove(bundle: Bundle, player: Player, letter: number | null) {
  const { document } = bundle;
  const [tried, setTried] = useState<TriedMove | null>(null);
  const withTried = useMemo(
    () => tried && withMove(document, tried.layer, TRIED, tried.kind, tried.phase, letter),
    [document, tried, letter],
  );
  const shown = useMemo(
    () => (withTried ? { ...bundle, document: withTried } : bundle),
    [bundle, withTried],
  );
  const tryMove = (move: TriedMove | null) => {
    setTried(move);
    if (!move) {
      // Back to where the playhead stood before.
      if (tried) player.seek(player.get().paused, document.length);
      return;
    }
    const next = withMove(document, move.layer, TRIED, move.kind, move.phase, letter);
    const time = timeLayers(next).get(move.layer)!.moves.get(TRIED)!;
    const pause = Math.round(document.rate.num / document.rate.den / 3);
    player.playRange(
      Math.max(0, time.start - (move.phase === 'arrive' ? 0 : pause)),
      Math.min(document.length, Math.max(time.end, time.start + 1) + pause),
    );
  };
  return { tried, tryMove, shown };
}
