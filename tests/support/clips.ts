import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas';
import { mkdirSync, writeFileSync } from 'node:fs';
import { ffmpeg, testFile } from './media';

const TAGS =
  'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

/** A clip as another program would have made it: H.264 at 30 frames a second, drawn frame by frame. */
export function madeClip(
  name: string,
  width: number,
  height: number,
  frames: number,
  draw: (context: SKRSContext2D, frame: number) => void,
): string {
  const folder = testFile(`${name}-frames`);
  mkdirSync(folder, { recursive: true });
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  for (let frame = 0; frame < frames; frame++) {
    draw(context, frame);
    writeFileSync(`${folder}/${String(frame).padStart(4, '0')}.png`, canvas.toBuffer('image/png'));
  }
  const file = testFile(`${name}.mp4`);
  const input = ['-framerate', '30', '-i', `${folder}/%04d.png`];
  ffmpeg(...input, '-vf', TAGS, '-c:v', 'libx264', '-crf', '16', '-pix_fmt', 'yuv420p', file);
  return file;
}
