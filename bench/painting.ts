import { sceneAt } from '@/core/scene';
import { nodeContext, nodeFont, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { row, title } from './support';

const SIZES = [
  { name: 'stage size, 856 × 482', width: 856, height: 482 },
  { name: '1920 × 1080', width: 1920, height: 1080 },
] as const;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Scene evaluation and painting per frame, beside a plain copy of the frame's memory. */
export function benchPainting(): void {
  const overlay = title('Painted', 3);
  const assets = { font: nodeFont, footage: () => undefined, overlay: () => undefined };
  const tools = nodeTools();
  row('a title’s frame, median of all', 'scene', 'painting', 'memory copy', 'painting/copy');
  for (const { name, width, height } of SIZES) {
    const context = nodeContext(width, height);
    const source = new Uint8Array(width * height * 4);
    const target = new Uint8Array(source.length);
    const times = { scene: [] as number[], paint: [] as number[], copy: [] as number[] };
    for (let frame = 0; frame < overlay.length; frame++) {
      const start = performance.now();
      const scene = sceneAt(overlay, frame, assets);
      const evaluated = performance.now();
      context.clearRect(0, 0, width, height);
      paintScene(context, scene, tools, { x: width / 1920, y: height / 1080 });
      // Reading a pixel makes sure that painting is done, not only noted down.
      context.getImageData(0, 0, 1, 1);
      const painted = performance.now();
      target.set(source);
      times.scene.push(evaluated - start);
      times.paint.push(painted - evaluated);
      times.copy.push(performance.now() - painted);
    }
    const [scene, paint, copy] = [median(times.scene), median(times.paint), median(times.copy)];
    row(
      name,
      `${scene.toFixed(2)} ms`,
      `${paint.toFixed(2)} ms`,
      `${copy.toFixed(2)} ms`,
      (paint / copy).toFixed(1),
    );
  }
}
