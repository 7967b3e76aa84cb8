import type { Bundle } from '@/core/document';
import { plainWords } from '@/core/errors';
import {
  layerAlone,
  layerQuads,
  sceneAt,
  withoutKeys,
  withoutSpill,
  type Quad,
  type Scene,
  type SceneAssets,
} from '@/core/scene';
import { guideScene } from '@/core/scene/guideScene';
import { framesToSeconds } from '@/core/time';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { reusing } from '../reuse';
import { PlayClock, type Played } from './playClock';
import { paintSurface } from './surfaces';
import { clipToDocument, throughViewport, type Viewport } from './viewport';

/** What lies behind the artwork while it is looked at. */
export type Proof = 'backdrop' | 'dark' | 'light' | 'bars' | 'footage';

/**
 * Result; one layer's alpha as grey; one layer alone on checks; what was taken off it as spill,
 * amplified.
 */
export type StageMode =
  | { readonly kind: 'result' }
  | { readonly kind: 'matte' | 'cut-out' | 'spill'; readonly layer: string };

export interface StageView {
  readonly bundle: Bundle;
  readonly frame: number;
  /** Canvas pixels. */
  readonly width: number;
  readonly height: number;
  readonly proof: Proof;
  readonly mode: StageMode;
  /** Null shows all of the document, as large as fits. */
  readonly viewport: Viewport | null;
  /** 0…1 across the canvas: to its left, nothing is keyed; null without a divider. */
  readonly divider: number | null;
  readonly playing: boolean;
  readonly loop: boolean;
  /** Frames that are played over and over instead of the whole; `to` is exclusive. */
  readonly range: { readonly from: number; readonly to: number } | null;
}

/** A view as it is sent; the bundle is left out where it is the one sent before. */
export interface SentView extends Omit<StageView, 'bundle'> {
  readonly bundle: Bundle | null;
  /** Numbers the views, so that the stage can tell which one it drew. */
  readonly serial: number;
}

/** What the stage tells the interface. */
export interface StageListener {
  readonly onQuads: (quads: ReadonlyMap<string, Quad>) => void;
  readonly onPlayhead: (playhead: Playhead) => void;
  /** Null once a frame could be drawn again. */
  readonly onProblem: (message: string | null) => void;
  /** A view, or a later one, is to be seen now. */
  readonly onShown: (serial: number) => void;
}

export interface Playhead {
  readonly frame: number;
  readonly playing: boolean;
  /** Frames that could not be drawn in time since play was pressed. */
  readonly dropped: number;
}

type Context = OffscreenCanvasRenderingContext2D;

/** Draws the visible canvas: always the newest view, and the clock's frame while playing. */
export class Stage {
  private readonly context: Context;
  private readonly artist = new Artist();
  private scratch: Context = softwareContext(1, 1);
  private view: StageView | null = null;
  private drawing = false;
  private stale = false;
  private clock: PlayClock | null = null;
  /** Whether the next tick is asked for. */
  private ticking = false;
  private dropped = 0;
  private problem: string | null = null;
  private serial = 0;

  constructor(
    canvas: OffscreenCanvas,
    private readonly listener: StageListener,
  ) {
    this.context = canvas.getContext('2d')!;
  }

  show({ serial, ...sent }: SentView): void {
    const before = this.view;
    const bundle = sent.bundle ? reusing(before?.bundle, sent.bundle) : before?.bundle;
    if (!bundle) return;
    const view: StageView = { ...sent, bundle };
    this.serial = serial;
    const started = view.playing && !(before?.playing && sameRange(before.range, view.range));
    this.view = view;
    if (started) {
      this.clock = new PlayClock(performance.now(), view.frame, bundle.document.rate);
      this.dropped = 0;
      this.advance();
      this.askForTick();
    }
    if (!view.playing) {
      this.clock = null;
      void this.draw(view.frame);
    }
  }

  private askForTick(): void {
    if (this.ticking) return;
    this.ticking = true;
    requestAnimationFrame(() => {
      this.ticking = false;
      this.advance();
      if (this.clock) this.askForTick();
    });
  }

  /** Draws the frame that is due by the clock, unless one is still being drawn. */
  private advance(): void {
    const { view, clock } = this;
    if (!view || !clock) return;
    if (this.drawing) return;
    const { frame, passed, over } = clock.due(performance.now(), playedIn(view));
    if (over) this.clock = null;
    if (passed === 0) return;
    this.dropped += passed - 1;
    void this.draw(frame);
    this.listener.onPlayhead({ frame, playing: !over, dropped: this.dropped });
  }

  private async draw(frame: number): Promise<void> {
    if (this.drawing) {
      this.stale = true;
      return;
    }
    const view = this.view;
    if (!view) return;
    this.drawing = true;
    const { serial } = this;
    try {
      await this.drawFrame(view, frame);
      this.report(null);
      this.listener.onShown(serial);
    } catch (error) {
      this.report(plainWords(error));
    } finally {
      this.drawing = false;
    }
    // Not at the next tick: a frame that took a little too long would cost the one after it too.
    if (this.clock) this.advance();
    else if (this.stale) {
      this.stale = false;
      void this.draw(this.view?.frame ?? frame);
    }
  }

  private report(problem: string | null): void {
    if (problem !== this.problem) this.listener.onProblem(problem);
    this.problem = problem;
  }

  private async drawFrame(view: StageView, frame: number): Promise<void> {
    const { bundle, width, height } = view;
    const assets = await this.artist.assets(bundle);
    if (!view.playing) this.listener.onQuads(layerQuads(bundle.document, assets, frame));
    const layers = await this.layersOf(view, frame, assets);
    const { canvas } = this.context;
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width;
      canvas.height = height;
    }
    // Beside what a viewport shows, nothing is painted over the frame before.
    this.context.clearRect(0, 0, width, height);
    for (const layer of layers) {
      this.context.drawImage(layer, 0, 0);
      layer.close();
    }
  }

  /** Bitmaps to lay over each other; all are made before the first is shown, so nothing flickers. */
  private async layersOf(
    view: StageView,
    frame: number,
    assets: SceneAssets,
  ): Promise<readonly ImageBitmap[]> {
    const { document } = view.bundle;
    if (view.mode.kind !== 'result') {
      const alone = sceneAt(layerAlone(document, view.mode.layer), frame, assets);
      if (view.mode.kind === 'spill') return [await this.spill(view, frame, assets)];
      const matte = view.mode.kind === 'matte';
      return [
        await this.bitmap(view, async (context) =>
          paintSurface(context, matte ? 'black' : 'checks'),
        ),
        await this.bitmap(view, async (context) => {
          await this.artist.paint(context, alone);
          if (matte) whiten(context);
        }),
      ];
    }
    const scene = sceneAt(document, frame, assets);
    const behind =
      document.kind === 'overlay'
        ? [await this.bitmap(view, (to) => this.paintBehind(to, view, scene, frame, assets))]
        : [];
    const shown = (painted: Scene) =>
      seenAs(view, document.kind === 'overlay' ? { ...painted, backdrop: null } : painted);
    const result = await this.bitmap(view, (to) => this.artist.paint(to, shown(scene)));
    if (view.divider === null) return [...behind, result];
    const before = await this.bitmap(view, async (context) => {
      const unkeyed = sceneAt(withoutKeys(document), frame, assets);
      await this.artist.paint(context, shown(unkeyed));
      const from = Math.round(view.divider! * view.width);
      context.clearRect(from, 0, view.width - from, view.height);
    });
    return [...behind, result, before];
  }

  /** The difference between a layer with all its spill and as it is keyed, on black. */
  private async spill(view: StageView, frame: number, assets: SceneAssets): Promise<ImageBitmap> {
    const { document } = view.bundle;
    const { layer } = view.mode as Exclude<StageMode, { kind: 'result' }>;
    return this.bitmap(view, async (context) => {
      const alone = layerAlone(document, layer);
      await this.artist.paint(context, sceneAt(withoutSpill(alone), frame, assets));
      const before = context.getImageData(0, 0, view.width, view.height);
      context.clearRect(0, 0, view.width, view.height);
      await this.artist.paint(context, sceneAt(alone, frame, assets));
      const after = context.getImageData(0, 0, view.width, view.height);
      context.putImageData(amplified(before, after), 0, 0);
    });
  }

  private async bitmap(
    { width, height }: StageView,
    paint: (context: Context) => Promise<void>,
  ): Promise<ImageBitmap> {
    if (this.scratch.canvas.width !== width || this.scratch.canvas.height !== height) {
      this.scratch = softwareContext(width, height);
    }
    this.scratch.clearRect(0, 0, width, height);
    await paint(this.scratch);
    return this.scratch.canvas.transferToImageBitmap();
  }

  /** Proof surface or key colour, then the guide frame; never part of what is sent. */
  private async paintBehind(
    context: Context,
    view: StageView,
    scene: Scene,
    frame: number,
    assets: SceneAssets,
  ): Promise<void> {
    const { document } = view.bundle;
    if (document.kind !== 'overlay') return;
    const { guide } = document;
    const footage = view.proof === 'footage' && guide !== null;
    const surface = view.proof === 'backdrop' || view.proof === 'footage' ? 'checks' : view.proof;
    context.save();
    if (view.viewport) clipToDocument(context, view.viewport, document);
    if (view.proof === 'backdrop' && scene.backdrop) fillWith(context, scene.backdrop);
    else paintSurface(context, surface);
    context.restore();
    if (!guide) return;
    const seconds = footage ? guide.seconds + framesToSeconds(frame, document.rate) : guide.seconds;
    const shown = { ...guide, seconds, strength: footage ? 1 : guide.strength };
    const behind = guideScene({ ...scene, guide: shown }, assets);
    if (behind) await this.artist.paintOver(context, seenAs(view, behind));
  }
}

const seenAs = (view: StageView, scene: Scene): Scene =>
  view.viewport ? throughViewport(scene, view.viewport, view) : scene;

function playedIn({ bundle: { document }, range, loop }: StageView): Played {
  const { from, to } = range ?? { from: 0, to: document.length };
  return { rate: document.rate, from, to, loops: loop || range !== null };
}

const sameRange = (a: StageView['range'], b: StageView['range']): boolean =>
  a?.from === b?.from && a?.to === b?.to;

function fillWith(context: Context, colour: string): void {
  context.fillStyle = colour;
  context.fillRect(0, 0, context.canvas.width, context.canvas.height);
}

const AMPLIFIED = 4;

/** Opaque: how far two pictures differ, in each channel. */
function amplified(before: ImageData, after: ImageData): ImageData {
  for (let at = 0; at < before.data.length; at++) {
    const share = before.data[at | 3] / 255;
    const off = Math.abs(before.data[at] - after.data[at]) * share * AMPLIFIED;
    // Alpha comes last, when the three colours that go by it are done.
    before.data[at] = (at & 3) === 3 ? 255 : off;
  }
  return before;
}

/** Turns artwork to white of the same alpha, which over black shows alpha as grey. */
function whiten(context: Context): void {
  context.save();
  context.globalCompositeOperation = 'source-in';
  fillWith(context, '#ffffff');
  context.restore();
}
