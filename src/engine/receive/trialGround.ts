import { landedIn } from '@/core/check';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { MoonError } from '@/core/errors';
import { compareFrames, type FrameDifference } from '@/core/matte/compare';
import type { Receiver } from '@/core/receivers';
import { differenceOf, differencePicture, type Difference } from '@/core/receivers/difference';
import { takeIn, throughI420, type Treatment } from '@/core/receivers/takeIn';
import { multiply, scaling, translation, type Box, type Matrix } from '@/core/scene';
import { pixelsOn, softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';
import { paintArtwork } from '../check/measureOverlay';
import { LandedGround } from '../stage/landedGround';
import type { Moment } from './moments';

type Context = OffscreenCanvasRenderingContext2D;

/** One moment of a file on the landing, beside what was meant. */
export interface Seen {
  readonly width: number;
  readonly height: number;
  readonly difference: Difference;
  /** Of the file's alpha from the artwork's; null where the receiver has no alpha. */
  readonly alpha: FrameDifference | null;
  /** What was meant, what came, and the difference, as PNG. */
  readonly pictures: () => Promise<readonly Blob[]>;
}

/** Footage with a place on it, on which both what was meant and what came are laid. */
export class TrialGround {
  private readonly artist = new Artist();
  /** What lies under and what was meant to be over it, by the overlay's frame and the file's size. */
  private readonly known = new Map<string, ReturnType<TrialGround['paintMoment']>>();

  private constructor(
    private readonly bundle: Bundle,
    /** The part of the overlay that the file shows. */
    private readonly box: Box,
    /** What the overlay is meant to lie on, and what the receiver can lay it on. */
    private readonly ground: LandedGround,
    private readonly laidOn: LandedGround,
    private readonly receiver: Receiver,
  ) {}

  /**
   * @param bundle of the overlay
   * @param crop the part of it that the file shows, in overlay pixels; null for all
   * @param around a landing that it is on
   * @throws MoonError 'not-found' where it is not
   */
  static async on(
    bundle: Bundle,
    crop: Box | null,
    around: Bundle,
    receiver: Receiver,
  ): Promise<TrialGround> {
    const overlay = bundle.document as Overlay;
    const artist = new Artist();
    const assets = await artist.assets(around);
    artist.close();
    const landed = landedIn(around.document as Landing, overlay.id, assets);
    if (!landed) throw new MoonError('not-found', 'The overlay is not on that landing.');
    const ground = new LandedGround(around, landed.matrix, overlay);
    const whole = { left: 0, top: 0, right: overlay.width, bottom: overlay.height };
    const laidOn =
      receiver.tracks === 'one'
        ? new LandedGround(around, landed.matrix, overlay, 'lowest')
        : ground;
    return new TrialGround(bundle, crop ?? whole, ground, laidOn, receiver);
  }

  async see({ overlayFrame, picture }: Moment, setting: Treatment): Promise<Seen> {
    const { ground, box, receiver } = this;
    const { under, alone, artwork } = await this.momentAt(overlayFrame, picture.canvas);
    const { width, height } = under.canvas;
    const shown = width / ground.landing.width;
    const place = multiply(scaling(shown, shown), ground.matrix);
    const taken = taking(picture, setting);
    const meant = pixelsOn(onto(under.canvas, artwork.canvas, place, box, 'source-over'));
    const mode = setting.kind === 'blend' ? setting.mode : 'source-over';
    const got = pixelsOn(
      receiver.places
        ? onto(alone.canvas, taken.canvas, place, box, mode)
        : onto(alone.canvas, taken.canvas, ...fillingFrame(taken.canvas, under.canvas), mode),
    );
    throughI420(got, width, height);
    return {
      ...{ width, height },
      difference: differenceOf(meant, got, width, height),
      alpha: setting.kind === 'blend' ? null : compareFrames(pixelsOn(artwork), pixelsOn(taken)),
      pictures: () =>
        Promise.all(
          [meant, got, differencePicture(meant, got)].map((shot) => pngOf(shot, width, height)),
        ),
    };
  }

  close(): void {
    this.artist.close();
    new Set([this.ground, this.laidOn]).forEach((ground) => ground.close());
  }

  private momentAt(frame: number, { width, height }: OffscreenCanvas) {
    const key = `${frame} ${width} ${height}`;
    const known = this.known.get(key) ?? this.paintMoment(frame, width, height);
    this.known.set(key, known);
    return known;
  }

  private async paintMoment(frame: number, width: number, height: number) {
    const artwork = softwareContext(width, height);
    await paintArtwork(this.artist, artwork, this.bundle, frame, this.box);
    const under = copyOf(await this.ground.at(frame));
    const alone = this.laidOn === this.ground ? under : copyOf(await this.laidOn.at(frame));
    return { under, alone, artwork };
  }
}

function copyOf(canvas: OffscreenCanvas): Context {
  const copy = softwareContext(canvas.width, canvas.height);
  copy.drawImage(canvas, 0, 0);
  return copy;
}

/** What a receiver makes of a decoded picture. */
function taking({ canvas }: Context, setting: Treatment): Context {
  const { width, height } = canvas;
  const taken = copyOf(canvas);
  const frame = taken.getImageData(0, 0, width, height);
  takeIn(frame.data, width, height, setting);
  taken.putImageData(frame, 0, 0);
  return taken;
}

/** A file that cannot be placed is as large as fits in the frame, in its middle. */
function fillingFrame(file: OffscreenCanvas, frame: OffscreenCanvas): [Matrix, Box] {
  const scale = Math.min(frame.width / file.width, frame.height / file.height);
  const left = (frame.width - file.width * scale) / 2;
  const top = (frame.height - file.height * scale) / 2;
  const box = { left: 0, top: 0, right: file.width, bottom: file.height };
  return [multiply(translation(left, top), scaling(scale, scale)), box];
}

/** A picture over footage. @param box what it covers, before `matrix` */
function onto(
  under: OffscreenCanvas,
  picture: OffscreenCanvas,
  matrix: Matrix,
  { left, top, right, bottom }: Box,
  mode: GlobalCompositeOperation,
): Context {
  const context = softwareContext(under.width, under.height);
  context.drawImage(under, 0, 0);
  context.imageSmoothingQuality = 'high';
  context.globalCompositeOperation = mode;
  context.setTransform(...matrix);
  context.drawImage(picture, left, top, right - left, bottom - top);
  return context;
}

function pngOf(rgba: Uint8ClampedArray, width: number, height: number): Promise<Blob> {
  const context = softwareContext(width, height);
  const image = new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, width, height);
  context.putImageData(image, 0, 0);
  return context.canvas.convertToBlob({ type: 'image/png' });
}
