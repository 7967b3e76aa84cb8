import { bundleAssets, type Bundle } from '@/core/document';
import { picturesOf, sceneAt, type Scene, type SceneAssets } from '@/core/scene';
import { browserTools } from '@/paint/browserTools';
import { paintScene } from '@/paint/paintScene';
import type { PaintContext } from '@/paint/tools';
import { loadFonts } from './fonts';
import { PictureShelf } from './pictures';

type Context = OffscreenCanvasRenderingContext2D;

/** Loads what scenes need and paints them: the one painter of stage, thumbnails, checks and sending. */
export class Artist {
  private readonly shelf = new PictureShelf();
  private readonly tools = browserTools(this.shelf.picture);

  async assets(bundle: Bundle): Promise<SceneAssets> {
    return bundleAssets(bundle, await loadFonts(bundle));
  }

  /** Paints one frame of a bundle's document, stretched over the whole canvas. */
  async paintFrame(context: Context, bundle: Bundle, frame: number): Promise<void> {
    const assets = await this.assets(bundle);
    await this.paint(context, sceneAt(bundle.document, frame, assets), assets);
  }

  async paint(context: Context, scene: Scene, assets: SceneAssets): Promise<void> {
    const scale = {
      x: context.canvas.width / scene.width,
      y: context.canvas.height / scene.height,
    };
    await this.shelf.prepare(picturesOf(scene.items), assets.footage, Math.max(scale.x, scale.y));
    paintScene(context as PaintContext, scene, this.tools, scale);
  }

  close(): void {
    this.shelf.close();
  }
}
