export type Surface = 'checks' | 'dark' | 'light' | 'bars' | 'black';

const FLAT = { dark: '#17141f', light: '#f6f4ef', black: '#000000' } as const;

/** Eight bars, from white down to black, as a vision mixer shows them. */
const BARS = [
  '#ffffff',
  '#e6e62e',
  '#2ee6e6',
  '#2ee62e',
  '#e62ee6',
  '#e62e2e',
  '#2e2ee6',
  '#000000',
];

const CHECK_PIXELS = 12;

/** Fills the canvas with a surface to judge transparency on. */
export function paintSurface(context: OffscreenCanvasRenderingContext2D, surface: Surface): void {
  const { width, height } = context.canvas;
  if (surface === 'bars') {
    BARS.forEach((colour, i) => {
      context.fillStyle = colour;
      const from = Math.round((i * width) / BARS.length);
      context.fillRect(from, 0, Math.round(((i + 1) * width) / BARS.length) - from, height);
    });
    return;
  }
  if (surface !== 'checks') {
    context.fillStyle = FLAT[surface];
    context.fillRect(0, 0, width, height);
    return;
  }
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, width, height);
  context.fillStyle = '#d6d4dc';
  for (let y = 0; y * CHECK_PIXELS < height; y++) {
    for (let x = y % 2; x * CHECK_PIXELS < width; x += 2) {
      context.fillRect(x * CHECK_PIXELS, y * CHECK_PIXELS, CHECK_PIXELS, CHECK_PIXELS);
    }
  }
}
