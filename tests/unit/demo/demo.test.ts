import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { readKit } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { DRAWING_AREA, drawHandwriting, KEY_COLOUR } from '../../../demo/scenes/handwriting';
import { canvas } from '../../../demo/canvas';
import { HITS, makeBeat, SAMPLE_RATE } from '../../../demo/sound';
import { assets } from '../nodeAssets';

const { kit: raw } = JSON.parse(readFileSync('demo/kit/kit.json', 'utf8')) as { kit: unknown };
const kit = readKit(raw);

describe('the demo kit', () => {
  it('has what a person needs to try every step', () => {
    expect(kit.overlays).toHaveLength(4);
    expect(kit.landings).toHaveLength(2);
    expect(kit.footage.map((entry) => entry.type).sort()).toEqual([
      ...Array<string>(5).fill('sound'),
      'still',
      'still',
      'video',
      'video',
      'video',
    ]);
  });

  it.each(kit.footage.map((entry) => [entry.name, entry.media] as const))(
    '%s is there, whole, and under 3 MB',
    (_name, media) => {
      const file = `demo/kit/media/${media.hash}.${media.extension}`;
      expect(existsSync(file)).toBe(true);
      const bytes = readFileSync(file);
      expect(bytes.length).toBe(media.bytes);
      expect(bytes.length).toBeLessThan(3_000_000);
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(media.hash);
    },
  );

  it('has footage of at least 720 lines, 10 seconds and 30 frames a second', () => {
    for (const id of ['hillside', 'meadow']) {
      const footage = kit.footage.find((entry) => entry.id === id)!;
      expect(footage.width).toBeGreaterThanOrEqual(1280);
      expect(footage.height).toBeGreaterThanOrEqual(720);
      expect(footage.duration).toBeGreaterThanOrEqual(10);
      expect(footage.rate).toEqual({ num: 30, den: 1 });
    }
  });

  it.each(kit.overlays.map((overlay) => [overlay.name, overlay] as const))(
    '%s shows something in its middle and nothing missing',
    (_name, overlay) => {
      const scene = sceneAt(overlay, Math.floor(overlay.length / 2), assets);
      // A drawing is an item for each of its strokes.
      expect(scene.items.length).toBeGreaterThanOrEqual(overlay.layers.length);
    },
  );

  it('refers only to what is in it', () => {
    const footage = new Set(kit.footage.map((entry) => entry.id));
    const overlays = new Set(kit.overlays.map((entry) => entry.id));
    for (const overlay of kit.overlays)
      if (overlay.guide) expect(footage).toContain(overlay.guide.footage);
    for (const landing of kit.landings) {
      expect(landing.layers.length).toBeGreaterThan(1);
      for (const layer of landing.layers) {
        if (layer.kind === 'overlay') expect(overlays).toContain(layer.overlay);
        if (layer.kind === 'clip') expect(footage).toContain(layer.footage);
      }
    }
  });
});

describe('the demo recording', () => {
  const frameAt = (seconds: number) => {
    const context = canvas(1280, 720);
    drawHandwriting(context, seconds);
    return context.getImageData(0, 0, 1280, 720).data;
  };
  const countWhite = (data: Uint8ClampedArray) =>
    data.filter((value, i) => i % 4 === 0 && value === 255 && data[i + 2] === 255).length;

  it('has borders round a drawing area of the key colour', () => {
    const data = frameAt(0);
    const at = (x: number, y: number) => [
      ...data.slice((y * 1280 + x) * 4, (y * 1280 + x) * 4 + 3),
    ];
    const key = [0, 200, 83];
    expect(KEY_COLOUR).toBe('#00c853');
    expect(at(DRAWING_AREA.left, DRAWING_AREA.top)).toEqual(key);
    expect(at(DRAWING_AREA.left - 1, DRAWING_AREA.top)).not.toEqual(key);
    expect(
      at(DRAWING_AREA.left + DRAWING_AREA.width - 1, DRAWING_AREA.top + DRAWING_AREA.height - 1),
    ).toEqual(key);
    expect(at(DRAWING_AREA.left + DRAWING_AREA.width, 300)).not.toEqual(key);
  });

  it('is written stroke by stroke and then stays', () => {
    const ink = [0.5, 1.5, 2.5, 4, 6].map((seconds) => countWhite(frameAt(seconds)));
    expect(ink[0]).toBe(0);
    expect(ink[1]).toBeGreaterThan(0);
    expect(ink[2]).toBeGreaterThan(ink[1]);
    expect(ink[4]).toBeGreaterThanOrEqual(ink[3]);
  });
});

describe('the demo sound', () => {
  const beat = makeBeat();
  const loudness = (from: number, seconds: number) => {
    const part = beat.slice(
      Math.round(from * SAMPLE_RATE),
      Math.round((from + seconds) * SAMPLE_RATE),
    );
    return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
  };

  it('is far louder right after each hit than right before it', () => {
    for (const hit of HITS)
      expect(loudness(hit, 0.04)).toBeGreaterThan(3 * loudness(hit - 0.05, 0.04));
  });

  it('never clips', () => {
    expect(beat.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThan(1.3);
  });
});
