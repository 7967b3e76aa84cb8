import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';

/** Mattes are drawn this many times as large, and averaged down. */
export const FINER = 4;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Random numbers 0…1 that are the same each time. */
export function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

type Draw = (context: SKRSContext2D, random: () => number) => void;

/** Places are in shares of a picture of 1280 × 720, which the context is scaled to. */
const [WIDTH, HEIGHT] = [1280, 720];

function blob(context: SKRSContext2D, x: number, y: number, rx: number, ry: number): void {
  context.beginPath();
  context.ellipse(x, y, rx, ry, 0, 0, 2 * Math.PI);
  context.fill();
}

/** Strands of 0.5 to 2 pixels that cross, round a head. */
const hair: Draw = (context, random) => {
  blob(context, 640, 420, 200, 240);
  for (let i = 0; i < 500; i++) {
    const angle = random() * 2 * Math.PI;
    const [x, y] = [640 + 190 * Math.cos(angle), 420 + 230 * Math.sin(angle)];
    const length = 60 + random() * 220;
    const bend = angle + (random() - 0.5) * 2;
    context.lineWidth = 0.5 + random() * 1.5;
    context.beginPath();
    context.moveTo(x, y);
    context.quadraticCurveTo(
      x + 0.6 * length * Math.cos(angle),
      y + 0.6 * length * Math.sin(angle),
      x + length * Math.cos(bend),
      y + length * Math.sin(bend),
    );
    context.stroke();
  }
};

/** A body whose edge is all short strands. */
const fur: Draw = (context, random) => {
  blob(context, 500, 400, 300, 220);
  blob(context, 900, 340, 180, 160);
  for (let i = 0; i < 4000; i++) {
    const angle = random() * 2 * Math.PI;
    const second = i % 3 === 0;
    const [cx, cy] = second ? [900, 340] : [500, 400];
    const [rx, ry] = second ? [176, 156] : [296, 216];
    const [x, y] = [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)];
    const way = angle + 0.5 + (random() - 0.5) * 0.8;
    const length = 8 + random() * 26;
    context.lineWidth = 0.5 + random();
    context.beginPath();
    context.moveTo(x, y);
    context.lineTo(x + length * Math.cos(way), y + length * Math.sin(way));
    context.stroke();
  }
};

/** Leaves on stems, with holes eaten into them. */
const leaves: Draw = (context, random) => {
  for (let i = 0; i < 46; i++) {
    const [x, y] = [140 + random() * 1000, 90 + random() * 540];
    const turn = random() * 2 * Math.PI;
    context.save();
    context.translate(x, y);
    context.rotate(turn);
    context.lineWidth = 1 + random() * 2;
    context.beginPath();
    context.moveTo(0, 0);
    context.lineTo(160, 0);
    context.stroke();
    blob(context, 70, 0, 66, 22 + random() * 14);
    context.globalCompositeOperation = 'destination-out';
    for (let hole = 0; hole < 5; hole++) {
      blob(context, 20 + random() * 100, (random() - 0.5) * 30, 1 + random() * 7, 1 + random() * 6);
    }
    context.restore();
  }
};

/** Rings and threads, with cloth in the middle. */
const lace: Draw = (context, random) => {
  for (let row = 0; row < 14; row++) {
    for (let column = 0; column < 25; column++) {
      const [x, y] = [70 + column * 47, 50 + row * 47];
      context.lineWidth = 1 + random() * 1.5;
      context.beginPath();
      context.arc(x, y, 15 + random() * 8, 0, 2 * Math.PI);
      context.moveTo(x - 24, y);
      context.lineTo(x + 24, y + (random() - 0.5) * 8);
      context.moveTo(x, y - 24);
      context.lineTo(x + (random() - 0.5) * 8, y + 24);
      context.stroke();
    }
  }
  blob(context, 640, 360, 210, 130);
};

/** Large areas at 10 to 90 %, with something solid behind. */
const smoke: Draw = (context, random) => {
  blob(context, 640, 640, 120, 60);
  for (let i = 0; i < 90; i++) {
    const [x, y] = [640 + (random() - 0.5) * 760, 600 - random() * 520];
    const radius = 50 + random() * 130;
    const puff = context.createRadialGradient(x, y, 0, x, y, radius);
    const thick = 0.08 + random() * 0.22;
    puff.addColorStop(0, `rgba(255, 255, 255, ${thick})`);
    puff.addColorStop(1, 'rgba(255, 255, 255, 0)');
    context.fillStyle = puff;
    context.fillRect(x - radius, y - radius, 2 * radius, 2 * radius);
  }
};

/** Panes of even thickness with solid rims and lights on them. */
const glass: Draw = (context, random) => {
  for (let i = 0; i < 7; i++) {
    const [x, y] = [60 + i * 170, 110 + random() * 180];
    const [width, height] = [150, 220 + random() * 180];
    context.fillStyle = `rgba(255, 255, 255, ${0.1 + 0.13 * i})`;
    context.beginPath();
    context.roundRect(x, y, width, height, 30);
    context.fill();
    context.lineWidth = 3;
    context.stroke();
    context.fillStyle = 'rgba(255, 255, 255, 0.7)';
    blob(context, x + 40, y + 60, 12, 34);
  }
};

/** Out of focus in front, sharp behind. */
const defocus: Draw = (context) => {
  blob(context, 860, 380, 170, 200);
  context.filter = `blur(${14 * FINER}px)`;
  blob(context, 400, 400, 220, 200);
  context.filter = `blur(${5 * FINER}px)`;
  blob(context, 860, 150, 90, 70);
  context.filter = 'none';
};

/** What moved while the shutter was open. */
const motionBlur: Draw = (context) => {
  // So many that each adds a whole number of levels.
  const passes = 51;
  context.globalCompositeOperation = 'lighter';
  context.fillStyle = `rgba(255, 255, 255, ${1 / passes})`;
  for (let i = 0; i < passes; i++) {
    blob(context, 420 + i, 360 + i * 0.3, 190, 210);
    for (let finger = 0; finger < 5; finger++) {
      context.fillRect(700 + finger * 90 + i * 1.2, 140 + finger * 40, 34, 420);
    }
  }
};

export const MATTES = { hair, fur, leaves, lace, smoke, glass, defocus, motionBlur } as const;
export type MatteName = keyof typeof MATTES;

/** A matte drawn large, to be seen from several places. */
export function drawMatte(name: MatteName, seed: number, { width, height }: Size) {
  const canvas = createCanvas(width * FINER, height * FINER);
  const context = canvas.getContext('2d');
  context.scale((width * FINER) / WIDTH, (height * FINER) / HEIGHT);
  context.fillStyle = context.strokeStyle = '#ffffff';
  MATTES[name](context, randomFrom(seed));
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return Uint8Array.from({ length: data.length / 4 }, (_, i) => data[i * 4 + 3]);
}

/** Averages down what is seen of a matte from a place, counted in its own fine pixels. */
export function averagedDown(
  fine: Uint8Array,
  { width, height }: Size,
  left: number,
  top: number,
): Float32Array {
  const [across, down] = [width * FINER, height * FINER];
  const alpha = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let dy = 0; dy < FINER; dy++) {
        const row = y * FINER + dy - top;
        if (row < 0 || row >= down) continue;
        for (let dx = 0; dx < FINER; dx++) {
          const column = x * FINER + dx - left;
          if (column >= 0 && column < across) sum += fine[row * across + column];
        }
      }
      alpha[y * width + x] = sum / (FINER * FINER * 255);
    }
  }
  return alpha;
}
