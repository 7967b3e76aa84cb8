import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { once } from 'node:events';
import { DOCUMENT_VERSION, type Footage, type Kit } from '@/core/document';
import { readKit } from '@/core/document';
import { canvas, type Context } from './canvas';
import {
  episodeOpening,
  gustByHand,
  gustCallOut,
  lettersLand,
  lineOnTheHill,
  windCard,
} from './documents';
import { writePenSessions } from './pen';
import { clothPicture, kiteMark } from './pictures';
import { drawHandwriting } from './scenes/handwriting';
import { drawHillside } from './scenes/hillside';
import { drawMeadow } from './scenes/meadow';
import { MADE_SOUNDS, makeBeat, SAMPLE_RATE } from './sound';

const FOLDER = 'demo/kit';
const WIDTH = 1280;
const HEIGHT = 720;
const RATE = 30;
const CREATED = Date.UTC(2026, 8, 1);

type About = Pick<
  Footage,
  'id' | 'name' | 'type' | 'width' | 'height' | 'duration' | 'rate' | 'alpha'
>;

/** Keeps a media file under its hash and describes it. */
function keep(bytes: Buffer, extension: string, order: number, about: About): Footage {
  const hash = createHash('sha256').update(bytes).digest('hex');
  writeFileSync(join(FOLDER, 'media', `${hash}.${extension}`), bytes);
  return {
    kind: 'footage',
    version: DOCUMENT_VERSION,
    created: CREATED + order * 60_000,
    media: { hash, extension, bytes: bytes.length },
    cut: null,
    plays: null,
    ...about,
  };
}

async function encode(
  args: readonly string[],
  extension: string,
  feed: (write: (data: Buffer) => Promise<void>) => Promise<void>,
): Promise<Buffer> {
  const file = join(tmpdir(), `moon-patch-demo.${extension}`);
  // One thread and no time stamps: the same bytes each time.
  const child = spawn(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      ...args,
      '-fflags',
      '+bitexact',
      '-flags:v',
      '+bitexact',
      '-flags:a',
      '+bitexact',
      file,
    ],
    { stdio: ['pipe', 'inherit', 'inherit'] },
  );
  await feed(async (data) => {
    if (!child.stdin.write(data)) await once(child.stdin, 'drain');
  });
  child.stdin.end();
  const [code] = await once(child, 'close');
  if (code !== 0) throw new Error('ffmpeg could not make the demo footage.');
  const bytes = readFileSync(file);
  rmSync(file);
  return bytes;
}

const TAGS =
  'scale=out_color_matrix=bt709:out_range=tv,setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';

async function film(
  id: string,
  name: string,
  order: number,
  seconds: number,
  crf: number,
  draw: (context: Context, seconds: number) => void,
): Promise<Footage> {
  const args =
    `-f rawvideo -pix_fmt rgba -s ${WIDTH}x${HEIGHT} -r ${RATE} -i - -vf ${TAGS} -pix_fmt yuv420p -c:v libvpx-vp9 -threads 1 -g 60 -b:v 0 -crf ${crf} -deadline good -cpu-used 4`.split(
      ' ',
    );
  const context = canvas(WIDTH, HEIGHT);
  const bytes = await encode(args, 'webm', async (write) => {
    for (let frame = 0; frame < seconds * RATE; frame++) {
      context.clearRect(0, 0, WIDTH, HEIGHT);
      draw(context, frame / RATE);
      await write(Buffer.from(context.getImageData(0, 0, WIDTH, HEIGHT).data.buffer));
    }
  });
  console.log(`${name}: ${Math.round(bytes.length / 1000)} kB`);
  return keep(bytes, 'webm', order, {
    id,
    name,
    type: 'video',
    width: WIDTH,
    height: HEIGHT,
    duration: seconds,
    rate: { num: RATE, den: 1 },
    alpha: false,
  });
}

async function sound(
  id: string,
  name: string,
  order: number,
  samples: Float32Array,
): Promise<Footage> {
  const args = `-f f32le -ar ${SAMPLE_RATE} -ac 1 -i - -c:a flac -sample_fmt s16`.split(' ');
  const bytes = await encode(args, 'flac', (write) => write(Buffer.from(samples.buffer)));
  return keep(bytes, 'flac', order, {
    id,
    name,
    type: 'sound',
    width: 0,
    height: 0,
    duration: samples.length / SAMPLE_RATE,
    rate: null,
    alpha: false,
  });
}

const still = (
  bytes: Buffer,
  extension: string,
  order: number,
  id: string,
  name: string,
  width: number,
  height: number,
  alpha: boolean,
): Footage =>
  keep(bytes, extension, order, {
    id,
    name,
    type: 'still',
    width,
    height,
    duration: 0,
    rate: null,
    alpha,
  });

async function make(): Promise<Kit> {
  writePenSessions();
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(join(FOLDER, 'media'), { recursive: true });
  const hillside = await film('hillside', 'Hillside, morning', 6, 10, 32, drawHillside);
  const meadow = await film('meadow', 'Kite meadow', 5, 10, 42, drawMeadow);
  const recording = await film('hand-line', 'Hand line recording', 4, 6, 24, drawHandwriting);
  const mark = still(kiteMark(), 'png', 2, 'kite-mark', 'Kite mark', 640, 640, true);
  const cloth = still(clothPicture(), 'jpg', 1, 'cloth', 'Cloth on the bench', 1600, 900, false);
  const card = windCard(hillside);
  const beat = await sound('workshop-beat', 'Workshop beat', 3, makeBeat());
  const small: Footage[] = [];
  for (const [i, { id, name, make: samples }] of MADE_SOUNDS.entries()) {
    small.push(await sound(id, name, -1 - i, samples()));
  }
  return {
    name: 'Fennel Hill Kites',
    overlays: [card, gustCallOut(hillside), lettersLand(), gustByHand()],
    landings: [episodeOpening(hillside, card, beat), lineOnTheHill(meadow, recording)],
    footage: [hillside, meadow, recording, beat, mark, cloth, ...small],
    fonts: [],
    luts: [],
    recipes: [],
  };
}

make()
  .then((kit) => {
    readKit(kit);
    const file = { format: 'moon-patch-kit', version: 2, kit };
    writeFileSync(join(FOLDER, 'kit.json'), `${JSON.stringify(file, null, 1)}\n`);
  })
  .catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
