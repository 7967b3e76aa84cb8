import type { FormatTrial, ReadBack } from '@/store/work';

export const percent = (share: number): string =>
  share > 0 && share < 0.0001 ? 'under 0.01 %' : `${Number((share * 100).toFixed(2))} %`;

/** "412 kB", "38.6 MB" */
export function bytes(size: number): string {
  if (size < 1000) return `${size} bytes`;
  return size < 1_000_000 ? `${Math.round(size / 1000)} kB` : `${(size / 1_000_000).toFixed(1)} MB`;
}

/** "48.2 dB"; null is no difference at all. */
export const decibels = (psnr: number | null): string =>
  psnr === null ? 'identical' : `${psnr.toFixed(1)} dB`;

/** How true a file is to what was painted. */
export function keptIn({ meanAlphaError, psnr }: ReadBack | FormatTrial): string {
  const alpha =
    meanAlphaError === null ? 'no transparency' : `alpha off by ${percent(meanAlphaError)}`;
  return `${alpha} · ${psnr === null ? 'picture identical' : `picture within ${psnr.toFixed(1)} dB`}`;
}

/** What was found in a file, in full. */
export function foundIn(found: ReadBack): string {
  const { frames, expectedFrames, compared, meanAlphaError, worstAlphaError, psnr } = found;
  const parts = [`${frames} of ${expectedFrames} frames`];
  if (meanAlphaError !== null && worstAlphaError !== null) {
    parts.push(
      `alpha off by ${percent(meanAlphaError)} on average, ${percent(worstAlphaError)} at worst`,
    );
  }
  parts.push(psnr === null ? 'picture identical' : `picture within ${psnr.toFixed(1)} dB`);
  if (found.soundSeconds !== null) parts.push(`sound ${found.soundSeconds.toFixed(2)} s`);
  if (compared < frames) parts.push(`${compared} frames compared`);
  return parts.join(' · ');
}
