import { CustomVideoDecoder, registerDecoder, VideoSample, type EncodedPacket } from 'mediabunny';
import type { Decoder, DecoderOptions, FilledFrame, Frame } from 'turbores';

/** A decoder of ProRes, and frames that it may write into. */
export interface ProresReading {
  readonly decoder: Decoder;
  readonly newFrame: () => Frame;
}

/**
 * @param helpers workers that decode; as many as there are cores where it is left out
 * @throws Error where the browser lets no decoder start
 */
export async function startProresDecoder(fourCc: string, helpers?: number): Promise<ProresReading> {
  const { Decoder, Frame } = await import('turbores');
  const decoder = await Decoder.create({
    proresFourCc: fourCc as DecoderOptions['proresFourCc'],
    useSharedMemory: Decoder.canUseSharedMemory(),
    concurrency: helpers,
  });
  if (decoder instanceof Error) throw decoder;
  return { decoder, newFrame: () => new Frame() };
}

/**
 * Reads ProRes and gives its planes as they are. Frames of the browser's own would not do: Firefox
 * and WebKit have none with more than 8 bits or whole chroma, and WebKit none of a trimmed height.
 */
class ProresDecoder extends CustomVideoDecoder {
  private reading!: ProresReading;
  private readonly free: Frame[] = [];

  static override supports(codec: string): boolean {
    return codec === 'prores';
  }

  async init(): Promise<void> {
    this.reading = await startProresDecoder(this.config.codec);
  }

  async decode(packet: EncodedPacket): Promise<void> {
    const { decoder } = this.reading;
    while (decoder.desiredSize <= 0) await decoder.dequeued;
    this.read(decoder, packet).catch(this.onError);
  }

  async flush(): Promise<void> {
    const { decoder } = this.reading;
    while (decoder.decodeQueueSize > 0) await decoder.dequeued;
  }

  async close(): Promise<void> {
    await this.reading.decoder.close();
    for (const frame of this.free) frame.clear();
  }

  private async read(decoder: Decoder, packet: EncodedPacket): Promise<void> {
    const frame = this.free.pop() ?? this.reading.newFrame();
    const read = await decoder.decode(packet.data, frame);
    if (read instanceof Error) throw read;
    // The sample holds a copy.
    this.onSample(sampleOf(read, packet));
    this.free.push(frame);
  }
}

function sampleOf(frame: FilledFrame, { timestamp, duration }: EncodedPacket): VideoSample {
  const { codedWidth, codedHeight, visibleWidth: width, visibleHeight: height } = frame;
  const { num, den } = frame.pixelAspectRatio;
  return new VideoSample(frame.frameData, {
    ...{ format: frame.pixelFormat, codedWidth, codedHeight, timestamp, duration },
    visibleRect: { left: 0, top: 0, width, height },
    displayWidth: num > den ? Math.round((width * num) / den) : width,
    displayHeight: num > den ? height : Math.round((height * den) / num),
    colorSpace: {
      primaries: frame.colorPrimariesString as VideoColorPrimaries | undefined,
      matrix: frame.colorMatrixString as VideoMatrixCoefficients | undefined,
      transfer: frame.colorTransferString as VideoTransferCharacteristics | undefined,
      fullRange: frame.colorRangeFull,
    },
  });
}

export const registerProresDecoder = (): void => registerDecoder(ProresDecoder);
