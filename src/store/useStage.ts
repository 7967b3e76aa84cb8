import { useCallback, useEffect, useRef, useState } from 'react';
import type { Bundle } from '@/core/document';
import type { Quad } from '@/core/scene';
import {
  openStage,
  type Proof,
  type StageHandle,
  type StageMode,
  type Viewport,
} from '@/engine/engine';
import type { Player } from './player';

export type { Proof, StageMode, Viewport } from '@/engine/engine';

interface StageOptions {
  readonly bundle: Bundle;
  readonly player: Player;
  readonly proof: Proof;
  readonly mode: StageMode;
  readonly divider: number | null;
  /** How the canvas looks at the document; left out where it shows all of it. */
  readonly viewport?: Viewport | null;
  /** Told when a bundle is to be seen. */
  readonly onShown?: (bundle: Bundle) => void;
}

export interface StageLink {
  /** Gives a new canvas to the engine; returns what takes it back. */
  readonly attach: (canvas: HTMLCanvasElement) => () => void;
  /** Tells the size at which the canvas is shown, in device pixels. */
  readonly onSize: (width: number, height: number) => void;
  readonly quads: ReadonlyMap<string, Quad>;
  /** Why the newest frame could not be drawn. */
  readonly problem: string | null;
}

/** Keeps a visible stage showing a document as it is now. */
export function useStage(options: StageOptions): StageLink {
  const { bundle, player, proof, mode, divider, viewport = null, onShown } = options;
  const handle = useRef<StageHandle | null>(null);
  const seen = useRef<HTMLCanvasElement | null>(null);
  const size = useRef({ width: 0, height: 0 });
  const [quads, setQuads] = useState<ReadonlyMap<string, Quad>>(new Map());
  const [problem, setProblem] = useState<string | null>(null);
  const latest = useRef(options);
  const sent = useRef<{ readonly serial: number; readonly bundle: Bundle } | null>(null);

  const show = useCallback(() => {
    const { width, height } = size.current;
    if (!handle.current || width === 0 || height === 0) return;
    const { player: current, onShown: _told, viewport: looked = null, ...view } = latest.current;
    const { frame, playing, loop, range } = current.get();
    const shown = { ...view, viewport: looked, frame, playing, loop, range, width, height };
    sent.current = { serial: handle.current.show(shown), bundle: view.bundle };
    seen.current?.setAttribute('aria-busy', 'true');
  }, []);

  useEffect(() => {
    latest.current = { bundle, player, proof, mode, divider, viewport, onShown };
    show();
  }, [bundle, player, proof, mode, divider, viewport, onShown, show]);

  useEffect(() => {
    let before = player.get();
    return player.subscribe(() => {
      const now = player.get();
      const byStage =
        before.playing && now.playing && before.loop === now.loop && before.range === now.range;
      before = now;
      if (!byStage) show();
    });
  }, [player, show]);

  const attach = useCallback(
    (canvas: HTMLCanvasElement) => {
      const opened = openStage(canvas, {
        onQuads: setQuads,
        onPlayhead: (playhead) => latest.current.player.report(playhead),
        onProblem: setProblem,
        onShown: (serial) => {
          if (serial !== sent.current?.serial) return;
          canvas.setAttribute('aria-busy', 'false');
          latest.current.onShown?.(sent.current.bundle);
        },
      });
      handle.current = opened;
      seen.current = canvas;
      show();
      return () => {
        handle.current = null;
        seen.current = null;
        opened.close();
      };
    },
    [show],
  );

  const onSize = useCallback(
    (width: number, height: number) => {
      size.current = { width, height };
      show();
    },
    [show],
  );
  return { attach, onSize, quads, problem };
}
