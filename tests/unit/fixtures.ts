import {
  createMove,
  createOverlay,
  createShape,
  createWords,
  DOCUMENT_VERSION,
  type Cue,
  type Footage,
  type Layer,
  type Move,
  type Overlay,
} from '@/core/document';

export const overlay = (change: Partial<Overlay> = {}): Overlay => ({
  ...createOverlay({ id: 'overlay', created: 0 }, 'Test overlay'),
  ...change,
});

export const band = (change: Partial<Extract<Layer, { kind: 'shape' }>> = {}) => ({
  ...createShape('band', overlay(), 'rectangle'),
  name: 'Band',
  width: 960,
  ...change,
});

export const words = (text: string, change: Partial<Extract<Layer, { kind: 'words' }>> = {}) => ({
  ...createWords('words', overlay(), text),
  ...change,
});

export const move = (
  id: string,
  kind: string,
  phase: Move['phase'],
  cue: Cue,
  change: Partial<Move> = {},
): Move => ({ ...createMove(id, kind, phase, 0, 10), cue, easing: 'linear', ...change });

export const at = (frame: number): Cue => ({ kind: 'at', frame });
export const after = (id: string, gap = 0): Cue => ({ kind: 'after', move: id, gap });
export const alongside = (id: string, offset = 0): Cue => ({ kind: 'alongside', move: id, offset });

export const video = (change: Partial<Footage> = {}): Footage => ({
  kind: 'footage',
  version: DOCUMENT_VERSION,
  id: 'clip',
  name: 'Clip',
  created: 0,
  type: 'video',
  media: { hash: 'a'.repeat(64), extension: 'webm', bytes: 10 },
  width: 1280,
  height: 720,
  duration: 4,
  rate: { num: 25, den: 1 },
  alpha: false,
  cut: null,
  plays: null,
  ...change,
});
