import {
  Mp4OutputFormat,
  Quality,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type VideoEncodingConfig,
} from 'mediabunny';
import { i420Bytes, rgbaToI420 } from '@/core/colour';
import { framesToSeconds } from '@/core/time';
import { beforeEncoders } from './abilities';
import { COLOUR, filmEncoder, type FilmKind, type Pictures } from './film';
import type { EncodeTarget } from './types';

/** Pictures that the browser codes. */
const codedByBrowser =
  (encoding: VideoEncodingConfig, alpha: boolean) =>
  async ({ width, height, rate }: EncodeTarget): Promise<Pictures> => {
    await beforeEncoders();
    const source = new VideoSampleSource(encoding);
    const codes = new Uint8Array(i420Bytes(width, height, alpha));
    return {
      source,
      add: async (rgba, frame) => {
        if (rgba) rgbaToI420(rgba, width, height, alpha, codes);
        const sample = new VideoSample(codes, {
          format: alpha ? 'I420A' : 'I420',
          codedWidth: width,
          codedHeight: height,
          timestamp: framesToSeconds(frame, rate),
          duration: framesToSeconds(1, rate),
          colorSpace: COLOUR,
        });
        try {
          await source.add(sample);
        } finally {
          sample.close();
        }
      },
    };
  };

/** Quantizers chosen on the demo titles: VP9 composites at over 50 dB, H.264 backdrops stay flat. */
export const H264_CODING: VideoEncodingConfig = {
  codec: 'avc',
  quality: new Quality({ quantizer: 18, bitrate: 16_000_000 }),
};
export const VP9_CODING: VideoEncodingConfig = {
  codec: 'vp9',
  quality: new Quality({ quantizer: 6, bitrate: 24_000_000 }),
};

const H264: FilmKind = {
  container: () => new Mp4OutputFormat({ fastStart: 'reserve' }),
  pictures: codedByBrowser(H264_CODING, false),
  alpha: false,
  sound: { codec: 'aac', bitrate: 192_000 },
  delay: 1024,
};

const vp9 = (alpha: boolean): FilmKind => ({
  container: () => new WebMOutputFormat(),
  pictures: codedByBrowser({ ...VP9_CODING, ...(alpha && { alpha: 'keep' }) }, alpha),
  alpha,
  sound: { codec: 'opus', bitrate: 160_000 },
  delay: 0,
});

export const h264Encoder = (target: EncodeTarget) => filmEncoder(target, H264);
export const vp9Encoder = (target: EncodeTarget, alpha: boolean) => filmEncoder(target, vp9(alpha));
