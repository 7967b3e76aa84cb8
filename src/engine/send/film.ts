import {
  AudioSample,
  AudioSampleSource,
  canEncodeAudio,
  Output,
  StreamTarget,
  type AudioEncodingConfig,
  type OutputFormat,
  type VideoSource,
} from 'mediabunny';
import { SAMPLE_RATE, type Stereo } from '@/core/sound/types';
import { framesToSeconds, perSecond } from '@/core/time';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Tags that match the codes that frames are converted to. */
export const COLOUR = {
  primaries: 'bt709',
  transfer: 'bt709',
  matrix: 'bt709',
  fullRange: false,
} as const;

/** The pictures of a film, coded one by one. */
export interface Pictures {
  readonly source: VideoSource;
  /** @param rgba straight; on black where the film has no alpha; null where it is as the one before */
  readonly add: (rgba: Uint8ClampedArray | null, frame: number) => Promise<void>;
}

export interface FilmKind {
  readonly container: () => OutputFormat;
  readonly pictures: (target: EncodeTarget) => Promise<Pictures>;
  readonly alpha: boolean;
  readonly sound: AudioEncodingConfig;
  /** Samples that the sound's coder puts in front of it. */
  readonly delay: number;
}

/** Makes a film of frames and of what is heard with them. */
export async function filmEncoder(target: EncodeTarget, kind: FilmKind): Promise<Encoder> {
  const { width, height, rate } = target;
  const pictures = await kind.pictures(target);
  const scratch = await openScratchFile();
  const output = new Output({
    format: kind.container(),
    target: new StreamTarget(scratch.writable, { chunked: true }),
  });
  // Room is kept at the start for the list of packets: players begin before all of a file is there.
  output.addVideoTrack(pictures.source, {
    frameRate: perSecond(rate),
    maximumPacketCount: target.frames,
  });
  const sounds = target.sound ? await soundSource(kind) : null;
  if (sounds) output.addAudioTrack(sounds, { maximumPacketCount: soundPackets(target) });
  await output.start();
  let heard = 0;
  return {
    add: async (context, frame, rests) => {
      if (!kind.alpha && !rests) layOnBlack(context);
      await pictures.add(rests ? null : context.getImageData(0, 0, width, height).data, frame);
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

/** Samples in a packet of Opus, of 20 ms; AAC has 1024. What is not coded has a packet for each frame. */
const SHORTEST_PACKET = 960;
/** Packets that a coder adds for its delay and to fill the last one. */
const ADDED_PACKETS = 8;

/** Packets of sound at most. */
const soundPackets = ({ frames, rate }: EncodeTarget): number =>
  Math.max(frames, Math.ceil((framesToSeconds(frames, rate) * SAMPLE_RATE) / SHORTEST_PACKET)) +
  ADDED_PACKETS;

/** Without alpha what is clear turns black, and what is half clear half black. */
export function layOnBlack(context: OffscreenCanvasRenderingContext2D): void {
  context.save();
  context.resetTransform();
  context.globalCompositeOperation = 'destination-over';
  context.fillStyle = '#000000';
  context.fillRect(0, 0, context.canvas.width, context.canvas.height);
  context.restore();
}

/** AAC is not among what browsers encode everywhere; a coder of ours is used where it is not. */
async function soundSource({ sound }: FilmKind): Promise<AudioSampleSource> {
  if (sound.codec === 'aac' && !(await canEncodeAudio('aac'))) {
    (await import('@mediabunny/aac-encoder')).registerAacEncoder();
  }
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
