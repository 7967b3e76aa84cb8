import {
  AudioSample,
  AudioSampleSource,
  canEncodeAudio,
  Mp4OutputFormat,
  Output,
  Quality,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
  type AudioEncodingConfig,
  type VideoEncodingConfig,
} from 'mediabunny';
import { registerAacEncoder } from '@mediabunny/aac-encoder';
import { i420Bytes, rgbaToI420 } from '@/core/colour';
import { SAMPLE_RATE, type Stereo } from '@/core/sound/types';
import { framesToSeconds } from '@/core/time';
import { beforeEncoders } from './abilities';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Tags that match the codes `rgbaToI420` writes. */
const COLOUR = {
  primaries: 'bt709',
  transfer: 'bt709',
  matrix: 'bt709',
  fullRange: false,
} as const;

interface VideoKind {
  readonly container: () => Mp4OutputFormat | WebMOutputFormat;
  readonly encoding: VideoEncodingConfig;
  readonly alpha: boolean;
  readonly sound: AudioEncodingConfig;
  /** Samples that the sound's coder puts in front of it. */
  readonly delay: number;
}

/** Quantizers chosen on the demo titles: VP9 composites at over 50 dB, H.264 backdrops stay flat. */
const H264: VideoKind = {
  container: () => new Mp4OutputFormat({ fastStart: 'reserve' }),
  encoding: { codec: 'avc', quality: new Quality({ quantizer: 18, bitrate: 16_000_000 }) },
  alpha: false,
  sound: { codec: 'aac', bitrate: 192_000 },
  delay: 1024,
};
const VP9: VideoKind = {
  container: () => new WebMOutputFormat(),
  encoding: { codec: 'vp9', quality: new Quality({ quantizer: 6, bitrate: 24_000_000 }) },
  alpha: false,
  sound: { codec: 'opus', bitrate: 160_000 },
  delay: 0,
};
const VP9_ALPHA: VideoKind = { ...VP9, encoding: { ...VP9.encoding, alpha: 'keep' }, alpha: true };

export const h264Encoder = (target: EncodeTarget) => videoEncoder(target, H264);
export const vp9Encoder = (target: EncodeTarget, alpha: boolean) =>
  videoEncoder(target, alpha ? VP9_ALPHA : VP9);

async function videoEncoder(target: EncodeTarget, kind: VideoKind): Promise<Encoder> {
  const { width, height, rate } = target;
  await beforeEncoders();
  const scratch = await openScratchFile();
  const output = new Output({
    format: kind.container(),
    target: new StreamTarget(scratch.writable, { chunked: true }),
  });
  const source = new VideoSampleSource(kind.encoding);
  // Room is kept at the start for the list of packets: players begin before all of a file is there.
  output.addVideoTrack(source, {
    frameRate: rate.num / rate.den,
    maximumPacketCount: target.frames,
  });
  const sounds = target.sound ? await soundSource(kind) : null;
  if (sounds) output.addAudioTrack(sounds, { maximumPacketCount: soundPackets(target) });
  await output.start();
  let heard = 0;
  const codes = new Uint8Array(i420Bytes(width, height, kind.alpha));
  return {
    add: async (context, frame) => {
      if (!kind.alpha) layOnBlack(context);
      const { data } = context.getImageData(0, 0, width, height);
      rgbaToI420(data, width, height, kind.alpha, codes);
      const sample = new VideoSample(codes, {
        format: kind.alpha ? 'I420A' : 'I420',
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
      if (sounds) {
        const sound = await target.sound!(frame);
        await addSound(sounds, sound, heard - kind.delay);
        heard += sound.left.length;
      }
    },
    finish: async () => {
      await output.finalize();
      return scratch.file();
    },
    cancel: async () => {
      await output.cancel().catch(() => undefined);
      await scratch.remove();
    },
  };
}

/** Samples in a packet of Opus, of 20 ms; AAC has 1024. */
const SHORTEST_PACKET = 960;
/** Packets that a coder adds for its delay and to fill the last one. */
const ADDED_PACKETS = 8;

/** Packets of sound at most. */
const soundPackets = ({ frames, rate }: EncodeTarget): number =>
  Math.ceil((framesToSeconds(frames, rate) * SAMPLE_RATE) / SHORTEST_PACKET) + ADDED_PACKETS;

/** Without alpha what is clear turns black, and what is half clear half black. */
function layOnBlack(context: OffscreenCanvasRenderingContext2D): void {
  context.save();
  context.resetTransform();
  context.globalCompositeOperation = 'destination-over';
  context.fillStyle = '#000000';
  context.fillRect(0, 0, context.canvas.width, context.canvas.height);
  context.restore();
}

/** AAC is not among what browsers encode everywhere; a coder of ours is used where it is not. */
async function soundSource({ sound }: VideoKind): Promise<AudioSampleSource> {
  if (sound.codec === 'aac' && !(await canEncodeAudio('aac'))) registerAacEncoder();
  return new AudioSampleSource(sound);
}

/** @param first its first sample's number */
async function addSound(
  source: AudioSampleSource,
  { left, right }: Stereo,
  first: number,
): Promise<void> {
  const data = new Float32Array(left.length * 2);
  data.set(left);
  data.set(right, left.length);
  const sample = new AudioSample({
    data,
    format: 'f32-planar',
    numberOfChannels: 2,
    sampleRate: SAMPLE_RATE,
    timestamp: first / SAMPLE_RATE,
  });
  try {
    await source.add(sample);
  } finally {
    sample.close();
  }
}
