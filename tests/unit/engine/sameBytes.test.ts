import { readFileSync } from 'node:fs';
import { ALL_FORMATS, BufferSource, Input, type InputVideoTrack } from 'mediabunny';
import { momentsOf, sameBytes } from '@/engine/send/sameBytes';
import { ffmpeg, testFile } from '../../support/media';

/** A grey that grows lighter, rests in frames 2 to 5, and goes on. */
const RESTS = `color=s=64x48:r=10:d=1,format=gray,geq=lum='if(between(N,2,5),90,N*20)'`;

async function filmOf(...args: readonly string[]): Promise<InputVideoTrack> {
  ffmpeg('-f', 'lavfi', '-i', RESTS, ...args, testFile('rests'));
  const source = new BufferSource(readFileSync(testFile('rests')));
  const input = new Input({ source, formats: ALL_FORMATS });
  return (await input.getPrimaryVideoTrack())!;
}

const timesOf = (...frames: readonly number[]) => frames.map((frame) => frame / 10 + 0.01);
const shown = async (track: InputVideoTrack, ...frames: readonly number[]) =>
  (await momentsOf(track, timesOf(...frames))).map(({ time, frames: count }) => [
    Math.floor(time * 10),
    count,
  ]);

describe('frames of the same bytes', () => {
  it('are one moment of a film in which each stands alone', async () => {
    const track = await filmOf('-c:v', 'prores_ks', '-f', 'mov');
    expect(await shown(track, 0, 1, 2, 3, 5, 6, 9)).toEqual([
      [0, 1],
      [1, 1],
      [2, 3],
      [6, 1],
      [9, 1],
    ]);
  });

  it('are moments of their own where they need those before them', async () => {
    const track = await filmOf('-c:v', 'libvpx-vp9', '-pix_fmt', 'yuv420p', '-f', 'webm');
    expect(await shown(track, 2, 3, 4)).toEqual([
      [2, 1],
      [3, 1],
      [4, 1],
    ]);
  });

  it('are told from those that differ in one byte or in length', () => {
    const bytes = Uint8Array.of(1, 2, 3);
    expect(sameBytes(bytes, Uint8Array.of(1, 2, 3))).toBe(true);
    expect(sameBytes(bytes, Uint8Array.of(1, 2, 4))).toBe(false);
    expect(sameBytes(bytes, Uint8Array.of(1, 2))).toBe(false);
  });
});
