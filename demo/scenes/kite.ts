import { polygon, type Context } from '../canvas';

export interface Kite {
  readonly x: number;
  readonly y: number;
  /** Height in pixels. */
  readonly size: number;
  readonly degrees: number;
  readonly colours: readonly [string, string];
}

/** A diamond kite in four panels with its two spars. */
export function drawKite(context: Context, { x, y, size, degrees, colours }: Kite): void {
  const [top, side, bottom] = [-size * 0.42, size * 0.36, size * 0.58];
  context.save();
  context.translate(x, y);
  context.rotate((degrees * Math.PI) / 180);
  const panels: [number, number][][] = [
    [
      [0, top],
      [side, 0],
      [0, 0],
    ],
    [
      [0, 0],
      [side, 0],
      [0, bottom],
    ],
    [
      [0, 0],
      [0, bottom],
      [-side, 0],
    ],
    [
      [0, top],
      [0, 0],
      [-side, 0],
    ],
  ];
  panels.forEach((panel, i) => {
    polygon(context, panel);
    context.fillStyle = colours[i % 2];
    context.fill();
  });
  context.strokeStyle = 'rgba(35, 28, 53, 0.55)';
  context.lineWidth = Math.max(1, size * 0.02);
  context.beginPath();
  context.moveTo(0, top);
  context.lineTo(0, bottom);
  context.moveTo(-side, 0);
  context.lineTo(side, 0);
  context.stroke();
  context.restore();
}

/** A tail of ribbons that waves behind a kite. */
export function drawTail(context: Context, kite: Kite, seconds: number, colour: string): void {
  const links = 9;
  context.lineWidth = Math.max(1, kite.size * 0.025);
  context.strokeStyle = colour;
  context.beginPath();
  for (let i = 0; i <= links; i++) {
    const [x, y] = tailPoint(kite, i, seconds);
    if (i === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
  }
  context.stroke();
  context.fillStyle = colour;
  for (let i = 2; i <= links; i += 2) {
    const [x, y] = tailPoint(kite, i, seconds);
    const bow = kite.size * 0.09;
    polygon(context, [
      [x, y],
      [x - bow, y - bow * 0.6],
      [x - bow, y + bow * 0.6],
    ]);
    context.fill();
    polygon(context, [
      [x, y],
      [x + bow, y - bow * 0.6],
      [x + bow, y + bow * 0.6],
    ]);
    context.fill();
  }
}

function tailPoint(kite: Kite, link: number, seconds: number): readonly [number, number] {
  const radians = (kite.degrees * Math.PI) / 180;
  const startX = kite.x - Math.sin(radians) * kite.size * 0.58;
  const startY = kite.y + Math.cos(radians) * kite.size * 0.58;
  const swing = Math.sin(seconds * 4 - link * 0.9) * kite.size * 0.05 * link;
  return [
    startX + swing * 0.6 - link * kite.size * 0.05,
    startY + link * kite.size * 0.13 + swing * 0.25,
  ];
}
