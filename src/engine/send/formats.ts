import { BlobSource, EncodedPacketSink } from 'mediabunny';
import type { PictureFormat } from '@/core/formats';
import { apngFile, readApng } from '@/core/formats/files/apng';
import { pngMovie, readPngMovie } from '@/core/formats/files/pngMovie';
import { readGif } from '@/core/formats/files/readGif';
import { readZippedPictures } from '@/core/formats/files/zippedPictures';
import { svgStill } from '@/core/formats/files/svgStill';
import { readWebp, WEBP_BLOCK, webpFile } from '@/core/formats/files/webp';
import { PRORES_422_HQ, PRORES_4444, type Profile } from '@/core/prores/profile';
import { sceneAt } from '@/core/scene';
import { plainName } from '@/core/sending/fileName';
import { openInput } from '../media/frameReader';
import {
  neverMissing,
  videoMissing,
  webpMissing,
  type Missing,
  type PictureSize,
} from './abilities';
import { gifEncoder } from './gif';
import { growingEncoder } from './growing';
import { painted } from './painted';
import type { PictureKind } from './packer.worker';
import { pngEncoder } from './png';
import { pngFramesEncoder } from './pngFrames';
import { proresEncoder } from './prores';
import { openOutlines, openStill, type Decoded } from './sentFile';
import { browserFrames, openFilm } from './sentFilm';
import { framesIn, openPictures, placed, type PicturesIn } from './sentPictures';
import { prepareToOpen, proresFrames } from './sentProres';
import { vp9Frames } from './sentVp9';
import type { Making } from './types';
import { H264_CODING, h264Encoder, VP9_CODING, vp9Encoder } from './video';

/** How files of one format are made and looked through again. */
interface FormatWork {
  /** Paints the planned frames and encodes them. */
  readonly encode: (work: Making) => Promise<Blob>;
  /** @throws MoonError 'read-back-differs' where it cannot be opened */
  readonly open: (file: Blob) => Promise<Decoded>;
  /** Bytes of each frame in a file, where they differ too much to go by their mean; else null. */
  readonly frameBytes: (file: Blob) => Promise<readonly number[] | null>;
  /** Why a file of that size cannot be made here and now. */
  readonly missing: (size: PictureSize) => Promise<Missing>;
}

const PNG: PictureKind = { type: 'image/png' };
/** A test holds soft edges above 38 dB over grey at this quality. */
const WEBP: PictureKind = { type: 'image/webp', quality: 0.9 };

const alike = async (): Promise<null> => null;

/** Files of whole pictures, each read by itself. */
const pictures = (encode: FormatWork['encode'], inside: PicturesIn): FormatWork => ({
  encode,
  open: (file) => openPictures(file, inside),
  frameBytes: alike,
  missing: neverMissing,
});

const prores = (profile: Profile): FormatWork => ({
  encode: painted(({ target }) => {
    prepareToOpen(profile);
    return proresEncoder(target, profile);
  }),
  open: openFilm(proresFrames(profile)),
  frameBytes: alike,
  missing: neverMissing,
});

const isClear = ({ bundle: { document } }: Making): boolean =>
  document.kind === 'overlay' && document.backdrop.kind === 'clear';

const pngMoviePictures: PicturesIn = {
  open: placed(readPngMovie),
  type: 'image/png',
};

/** Every format that holds pictures; one without an entry does not compile. */
export const FORMAT_WORK: Readonly<Record<PictureFormat['id'], FormatWork>> = {
  prores4444: prores(PRORES_4444),
  prores422: prores(PRORES_422_HQ),
  vp9: {
    encode: painted((work) => vp9Encoder(work.target, isClear(work))),
    open: openFilm(vp9Frames),
    frameBytes: packetSizes,
    missing: (size) => videoMissing(VP9_CODING, 'VP9', size),
  },
  h264: {
    encode: painted(({ target }) => h264Encoder(target)),
    open: openFilm(browserFrames),
    frameBytes: packetSizes,
    missing: (size) => videoMissing(H264_CODING, 'H.264', size),
  },
  'png-mov': pictures(
    painted(({ target }) => growingEncoder(target, pngMovie(target, target.rate), PNG)),
    pngMoviePictures,
  ),
  png: { encode: painted(pngEncoder), open: openStill, frameBytes: alike, missing: neverMissing },
  webp: {
    ...pictures(
      painted(({ target, settings }) =>
        growingEncoder(target, webpFile(target, target.rate, settings.plays), WEBP, WEBP_BLOCK),
      ),
      { open: framesIn(readWebp), type: 'image/webp' },
    ),
    missing: webpMissing,
  },
  apng: pictures(
    painted(async ({ target, settings }) =>
      growingEncoder(target, await apngFile(target.frames, target.rate, settings.plays), PNG),
    ),
    { open: framesIn(readApng), type: 'image/png' },
  ),
  'png-frames': pictures(
    painted(({ target, bundle }) => pngFramesEncoder(target, plainName(bundle.document.name))),
    {
      open: async (read, bytes) => ({
        ...(await readZippedPictures(read, bytes)),
        boxes: null,
        shown: null,
        size: null,
      }),
      type: 'image/png',
    },
  ),
  svg: { encode: drawOutlines, open: openOutlines, frameBytes: alike, missing: neverMissing },
  gif: pictures(
    painted(({ target, settings }) => gifEncoder(target, settings)),
    { open: framesIn(readGif), type: 'image/gif' },
  ),
};

async function drawOutlines({ artist, bundle, planned, target, crop }: Making): Promise<Blob> {
  const { document } = bundle;
  const scene = sceneAt(document, planned.frames[0], await artist.assets(bundle));
  const whole = { left: 0, top: 0, right: document.width, bottom: document.height };
  return new Blob([svgStill(scene, crop ?? whole, target)], { type: planned.format.mime });
}

/** Bytes of each frame of a video, with those of its alpha. */
async function packetSizes(file: Blob): Promise<readonly number[]> {
  const input = openInput(new BlobSource(file));
  try {
    const track = (await input.getPrimaryVideoTrack())!;
    const sizes: number[] = [];
    for await (const packet of new EncodedPacketSink(track).packets()) {
      sizes.push(packet.byteLength + (packet.sideData.alpha?.byteLength ?? 0));
    }
    return sizes;
  } finally {
    input.dispose();
  }
}
