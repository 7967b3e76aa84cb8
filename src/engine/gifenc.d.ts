/** The parts of gifenc 1.0.3 that are used; it ships no types. */
declare module 'gifenc' {
  export type Palette = number[][];
  export interface Encoder {
    writeFrame(
      index: Uint8Array,
      width: number,
      height: number,
      options: {
        palette: Palette;
        delay: number;
        repeat: number;
        transparent: boolean;
        transparentIndex: number;
        dispose: number;
      },
    ): void;
    finish(): void;
    bytes(): Uint8Array<ArrayBuffer>;
    readonly stream: { reset(): void };
  }
  export function GIFEncoder(): Encoder;
  export function quantize(
    rgba: Uint8ClampedArray,
    colours: number,
    options: { format: 'rgb565' },
  ): Palette;
}
