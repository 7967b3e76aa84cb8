import type { Bundle } from '@/core/document';
import {
  bundleAssets,
  picturesOf,
  sceneAt,
  type Box,
  type Scene,
  type SceneAssets,
} from '@/core/scene';
import { browserTools } from '@/paint/browserTools';
import { FramePainter } from '@/paint/framePainter';
import { paintScene, type Scale } from '@/paint/paintScene';
import type { PaintContext, PaintTools } from '@/paint/tools';
import { loadFonts } from './fonts';
import { loadLuts } from './media/luts';
import { PictureShelf } from './media/pictures';

type Context = OffscreenCanvasRenderingContext2D;

/** Loads what scenes need and paints them: the one painter of stage, thumbnails, checks and sending. */
export class Artist {
  private readonly shelf = new PictureShelf();
  private lut: PaintTools['lut'] = () => null;
  private readonly tools = browserTools(this.shelf.picture, (id) => this.lut(id));
  private readonly frames = new FramePainter(this.tools);

  /** What scenes of a bundle are made of; the tables of colours they are painted by are got ready too. */
  async assets(bundle: Bundle): Promise<SceneAssets> {
    this.lut = await loadLuts(bundle);
    return bundleAssets(bundle, await loadFonts(bundle));
  }

  /**
   * Paints one frame of a bundle's document on a clear canvas, stretched over all of it.
   * @param crop the part of it that is painted, in document pixels; null for all
   */
  async paintFrame(
    context: Context,
    bundle: Bundle,
    frame: number,
    crop: Box | null = null,
  ): Promise<void> {
    await this.paint(context, await this.sceneAt(bundle, frame), crop);
  }

  /** What is drawn at a frame; frames whose scenes are equal look the same. */
  async sceneAt(bundle: Bundle, frame: number): Promise<Scene> {
    return sceneAt(bundle.document, frame, await this.assets(bundle));
  }

  /** Paints a scene on a canvas that is clear yet. */
  async paint(context: Context, scene: Scene, crop: Box | null = null): Promise<void> {
    const scale = await this.prepare(context, scene, crop);
    this.frames.paint(context as PaintContext, scene, scale);
  }

  /** Paints a scene over what the canvas holds. */
  async paintOver(context: Context, scene: Scene): Promise<void> {
    const scale = await this.prepare(context, scene, null);
    paintScene(context as PaintContext, scene, this.tools, scale);
  }

  close(): void {
    this.frames.close();
    this.shelf.close();
  }

  /** Fetches the pictures a scene needs. */
  private async prepare({ canvas }: Context, scene: Scene, crop: Box | null): Promise<Scale> {
    const { left, top, right, bottom } = crop ?? {
      left: 0,
      top: 0,
      right: scene.width,
      bottom: scene.height,
    };
    const scale = {
      x: canvas.width / (right - left),
      y: canvas.height / (bottom - top),
      origin: { x: left, y: top },
    };
    await this.shelf.prepare(picturesOf(scene.items), Math.max(scale.x, scale.y));
    return scale;
  }
}
