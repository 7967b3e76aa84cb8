import { CustomVideoDecoder, registerDecoder, VideoSample, type EncodedPacket } from 'mediabunny';
import type { Decoder, DecoderOptions, FilledFrame, Frame } from 'turbores';

/**
 * Reads ProRes and gives its planes as they are. Frames of the browser's own would not do: Firefox
 * and WebKit have none with more than 8 bits or whole chroma, and WebKit none of a trimmed height.
 */
class ProresDecoder extends CustomVideoDecoder {
  private decoder: Decoder | null = null;
  private newFrame!: () => Frame;
  private readonly free: Frame[] = [];

  static override supports(codec: string): boolean {
    return codec === 'prores';
  }

  async init(): Promise<void> {
    const { Decoder, Frame } = await import('turbores');
    this.newFrame = () => new Frame();
    const decoder = await Decoder.create({
      proresFourCc: this.config.codec as DecoderOptions['proresFourCc'],
      useSharedMemory: Decoder.canUseSharedMemory(),
    });
    if (decoder instanceof Error) throw decoder;
    this.decoder = decoder;
  }

  async decode(packet: EncodedPacket): Promise<void> {
    const decoder = this.decoder!;
    while (decoder.desiredSize <= 0) await decoder.dequeued;
    this.read(decoder, packet).catch(this.onError);
  }

  async flush(): Promise<void> {
    const decoder = this.decoder!;
    while (decoder.decodeQueueSize > 0) await decoder.dequeued;
  }

  async close(): Promise<void> {
    await this.decoder!.close();
    for (const frame of this.free) frame.clear();
  }

  private async read(decoder: Decoder, packet: EncodedPacket): Promise<void> {
    const frame = this.free.pop() ?? this.newFrame();
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
