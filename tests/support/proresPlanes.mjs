// Prints every frame of a ProRes file as the decoder that the app ships decodes it: its planes in 12 bits,
// without the rows and columns that only fill its macroblocks.
// Use: node proresPlanes.mjs file.mov fourCc
import { Buffer } from 'node:buffer';
import { ALL_FORMATS, EncodedPacketSink, FilePathSource, Input } from 'mediabunny';
import { Decoder, Frame } from 'turbores';

const [file, proresFourCc] = process.argv.slice(2);
const BYTES = 2;

const input = new Input({ formats: ALL_FORMATS, source: new FilePathSource(file) });
const track = await input.getPrimaryVideoTrack();
const decoder = await Decoder.create({ proresFourCc, useSharedMemory: false });
if (decoder instanceof Error) throw decoder;

function* rowsOf({ frameData, pixelFormat, codedWidth, codedHeight, visibleWidth, visibleHeight }) {
  if (pixelFormat !== 'I444AP12') throw new Error(`Planes of ${pixelFormat} are not expected.`);
  for (let plane = 0; plane < 4; plane++) {
    for (let y = 0; y < visibleHeight; y++) {
      const at = (plane * codedHeight + y) * codedWidth * BYTES;
      yield Buffer.from(frameData.subarray(at, at + visibleWidth * BYTES));
    }
  }
}

for await (const { data } of new EncodedPacketSink(track).packets()) {
  const frame = await decoder.decode(data, new Frame());
  if (frame instanceof Error) throw frame;
  process.stdout.write(Buffer.concat([...rowsOf(frame)]));
}
await decoder.close();
