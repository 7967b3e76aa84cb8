// Draws the app's icons: the waxing moon on the day's paper, with room round it where a device cuts a shape out.
import { createCanvas } from '@napi-rs/canvas';
import { mkdirSync, writeFileSync } from 'node:fs';

const PAPER = '#F4EEE2';
const MOON = '#E9A23B';
const PLUM = '#4B2E73';
const CARD = '#FFFBF3';

/** A maskable icon may be cut to a circle of four fifths of its side. */
const ICONS = [
  { name: 'any-48', side: 48, radius: 0.4, corner: 0.22 },
  { name: 'any-192', side: 192, radius: 0.4, corner: 0.22 },
  { name: 'any-512', side: 512, radius: 0.4, corner: 0.22 },
  { name: 'maskable-512', side: 512, radius: 0.3, corner: 0 },
];

function icon({ side, radius, corner }) {
  const canvas = createCanvas(side, side);
  const context = canvas.getContext('2d');
  const middle = side / 2;
  const r = side * radius;
  context.fillStyle = PAPER;
  context.beginPath();
  context.roundRect(0, 0, side, side, side * corner);
  context.fill();
  context.beginPath();
  context.arc(middle, middle, r, 0, 2 * Math.PI);
  context.fillStyle = CARD;
  context.fill();
  context.beginPath();
  context.arc(middle, middle, r, -Math.PI / 2, Math.PI / 2);
  context.ellipse(middle, middle, r * 0.45, r, 0, Math.PI / 2, (3 * Math.PI) / 2);
  context.fillStyle = MOON;
  context.fill();
  context.beginPath();
  context.arc(middle, middle, r, 0, 2 * Math.PI);
  context.lineWidth = side * 0.045;
  context.strokeStyle = PLUM;
  context.stroke();
  return canvas.toBuffer('image/png');
}

export function drawIcons() {
  mkdirSync('public/icons', { recursive: true });
  for (const entry of ICONS) writeFileSync(`public/icons/${entry.name}.png`, icon(entry));
}
