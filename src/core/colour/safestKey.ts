import { chroma, chromaDistance, luma, toHex, type Rgb } from './convert';

/** Side of the histogram over the CbCr plane. */
export const CHROMA_BINS = 128;

/** Which histogram cell a chroma falls into. */
export function chromaBin(cb: number, cr: number): number {
  const column = Math.min(CHROMA_BINS - 1, Math.floor((cb + 0.5) * CHROMA_BINS));
  const row = Math.min(CHROMA_BINS - 1, Math.floor((cr + 0.5) * CHROMA_BINS));
  return row * CHROMA_BINS + column;
}

/** The chroma at the middle of a histogram cell. */
export const binChroma = (bin: number): readonly [number, number] => [
  ((bin % CHROMA_BINS) + 0.5) / CHROMA_BINS - 0.5,
  (Math.floor(bin / CHROMA_BINS) + 0.5) / CHROMA_BINS - 0.5,
];

export interface KeyCandidate {
  readonly colour: string;
  /** Distance in the CbCr plane to the nearest artwork colour. */
  readonly distance: number;
}

/** Squared distance in cells from every cell to the nearest occupied one (Felzenszwalb and Huttenlocher, Distance Transforms of Sampled Functions, 2012). */
function distanceTransform(histogram: Float64Array): Float64Array {
  const n = CHROMA_BINS;
  const grid = Float64Array.from(histogram, (count) => (count > 0 ? 0 : 1e9));
  const line = new Float64Array(n);
  const pass = (start: number, step: number) => {
    for (let i = 0; i < n; i++) line[i] = grid[start + i * step];
    const result = lowerEnvelope(line);
    for (let i = 0; i < n; i++) grid[start + i * step] = result[i];
  };
  for (let x = 0; x < n; x++) pass(x, n);
  for (let y = 0; y < n; y++) pass(y * n, 1);
  return grid;
}

function lowerEnvelope(f: Float64Array): Float64Array {
  const n = f.length;
  const vertex = new Int32Array(n);
  const from = new Float64Array(n + 1).fill(Infinity);
  from[0] = -Infinity;
  let k = 0;
  const meet = (q: number, p: number) => (f[q] + q * q - (f[p] + p * p)) / (2 * (q - p));
  for (let q = 1; q < n; q++) {
    let s = meet(q, vertex[k]);
    while (s <= from[k]) s = meet(q, vertex[--k]);
    vertex[++k] = q;
    from[k] = s;
    from[k + 1] = Infinity;
  }
  const out = new Float64Array(n);
  k = 0;
  for (let q = 0; q < n; q++) {
    while (from[k + 1] < q) k++;
    out[q] = (q - vertex[k]) ** 2 + f[vertex[k]];
  }
  return out;
}

/** Steps along each edge of the RGB cube's faces when looking for a key colour. */
const STEP = 15;

/**
 * The key colour farthest from all artwork colours: every colour on the surface of the RGB cube is
 * scored by its distance to the nearest colour of `histogram` in the CbCr plane; ties go to the
 * colour whose luma differs more from the artwork's mean luma.
 * @param histogram CHROMA_BINS² counts of the artwork's visible pixels over all frames
 * @param meanLuma 0…1
 */
export function safestKey(histogram: Float64Array, meanLuma: number): KeyCandidate {
  const distances = distanceTransform(histogram);
  let best: KeyCandidate = { colour: '#00ff00', distance: -1 };
  let bestContrast = -1;
  for (const rgb of cubeSurface()) {
    const distance = Math.sqrt(distances[chromaBin(...chroma(...rgb))]) / CHROMA_BINS;
    const contrast = Math.abs(luma(...rgb) - meanLuma);
    if (distance > best.distance || (distance === best.distance && contrast > bestContrast)) {
      best = { colour: toHex(rgb), distance };
      bestContrast = contrast;
    }
  }
  return best;
}

/** How far each of some key colours lies from the artwork; infinitely far when there is none. */
export function keyDistances(
  histogram: Float64Array,
  colours: readonly Rgb[],
): readonly KeyCandidate[] {
  const occupied = [...histogram.keys()].filter((bin) => histogram[bin] > 0).map(binChroma);
  return colours.map((rgb) => {
    const key = chroma(...rgb);
    const distance = Math.min(...occupied.map((artwork) => chromaDistance(key, artwork)));
    return { colour: toHex(rgb), distance };
  });
}

function* cubeSurface(): Generator<Rgb> {
  for (let a = 0; a <= 255; a += STEP) {
    for (let b = 0; b <= 255; b += STEP) {
      for (const edge of [0, 255]) {
        yield [edge, a, b];
        yield [a, edge, b];
        yield [a, b, edge];
      }
    }
  }
}
