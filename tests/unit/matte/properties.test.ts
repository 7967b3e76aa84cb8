import fc from 'fast-check';
import { i420Bytes, parseHex, rgbaToI420, toHex, type Rgb } from '@/core/colour';
import { PLAIN_MATTE, type ChromaKey } from '@/core/document';
import { keyPicture } from '@/core/matte/keyPicture';
import { compareFrames, summarise } from '@/core/matte/compare';

const channel = fc.nat(255);
const rgb = fc.tuple(channel, channel, channel);

/** Plain BT.709 decoding of limited-range codes, as a reader does it. */
function decode(y: number, u: number, v: number): Rgb {
  const luma = ((y - 16) * 255) / 219;
  const cb = ((u - 128) * 255) / 224;
  const cr = ((v - 128) * 255) / 224;
  const r = luma + 1.5748 * cr;
  const b = luma + 1.8556 * cb;
  return [r, (luma - 0.2126 * r - 0.0722 * b) / 0.7152, b];
}

describe('video codes', () => {
  it('bring any flat colour back within two levels', () => {
    fc.assert(
      fc.property(rgb, (colour) => {
        const rgba = new Uint8ClampedArray(
          Array.from({ length: 16 }, () => [...colour, 255]).flat(),
        );
        const out = new Uint8Array(i420Bytes(4, 4, false));
        rgbaToI420(rgba, 4, 4, false, out);
        const found = decode(out[5], out[16], out[20]);
        // Half a code of luma is 0.6 levels; half a code of chroma up to 1.1 in blue.
        found.forEach((value, i) => expect(Math.abs(value - colour[i])).toBeLessThan(2));
      }),
    );
  });

  it('carry alpha as it is', () => {
    fc.assert(
      fc.property(fc.array(channel, { minLength: 16, maxLength: 16 }), rgb, (alphas, colour) => {
        const rgba = new Uint8ClampedArray(alphas.flatMap((alpha) => [...colour, alpha]));
        const out = new Uint8Array(i420Bytes(4, 4, true));
        rgbaToI420(rgba, 4, 4, true, out);
        expect([...out.slice(24)]).toEqual(alphas);
      }),
    );
  });

  it('never leave the limited range, whatever the pixels', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 100, maxLength: 100 }), (bytes) => {
        const out = new Uint8Array(i420Bytes(5, 5, false));
        rgbaToI420(new Uint8ClampedArray(bytes), 5, 5, false, out);
        expect(out.slice(0, 25).every((code) => code >= 16 && code <= 235)).toBe(true);
        expect(out.slice(25).every((code) => code >= 16 && code <= 240)).toBe(true);
      }),
    );
  });
});

describe('keying', () => {
  const key = fc.constantFrom('#00d040', '#0040ff', '#ff00ff');
  const chromaKey = (
    rgba: Uint8ClampedArray,
    chosen: Omit<ChromaKey, keyof typeof PLAIN_MATTE | 'kind'>,
  ) => keyPicture(rgba, rgba.length / 4, 1, { ...PLAIN_MATTE, kind: 'chroma', ...chosen });
  const settings = fc.record({
    colour: key,
    tolerance: fc.double({ min: 0, max: 1, noNaN: true }),
    softness: fc.double({ min: 0, max: 2, noNaN: true }),
    spill: fc.double({ min: 0, max: 1, noNaN: true }),
  });

  it('always clears the key colour itself', () => {
    fc.assert(
      fc.property(settings, (chosen) => {
        const pixel = new Uint8ClampedArray([...parseHex(chosen.colour), 255]);
        chromaKey(pixel, chosen);
        expect(pixel[3]).toBe(0);
      }),
    );
  });

  it('never makes a pixel more solid by more tolerance', () => {
    fc.assert(
      fc.property(
        settings,
        rgb,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (chosen, colour, more) => {
          const alphaWith = (tolerance: number) => {
            const pixel = new Uint8ClampedArray([...colour, 255]);
            chromaKey(pixel, { ...chosen, tolerance });
            return pixel[3];
          };
          const wider = chosen.tolerance + (1 - chosen.tolerance) * more;
          expect(alphaWith(wider)).toBeLessThanOrEqual(alphaWith(chosen.tolerance));
        },
      ),
    );
  });

  it('leaves greys grey: nothing of the key’s hue is put on them', () => {
    fc.assert(
      fc.property(settings, channel, (chosen, level) => {
        const pixel = new Uint8ClampedArray([level, level, level, 255]);
        chromaKey(pixel, chosen);
        if (pixel[3] === 255) expect([...pixel]).toEqual([level, level, level, 255]);
      }),
    );
  });
});

describe('comparing', () => {
  const frame = fc
    .uint8Array({ minLength: 64, maxLength: 64 })
    .map((bytes) => new Uint8ClampedArray(bytes));

  it('finds no difference between a frame and itself, and as much one way as the other', () => {
    fc.assert(
      fc.property(frame, frame, (a, b) => {
        expect(summarise([compareFrames(a, a)])).toMatchObject({
          meanAlpha: 0,
          meanColour: 0,
          psnr: null,
        });
        const [there, back] = [compareFrames(a, b), compareFrames(b, a)];
        expect(there.meanAlpha).toBeCloseTo(back.meanAlpha, 10);
        expect(there.squaredColour).toBeCloseTo(back.squaredColour, 10);
        expect(there.worstAlpha).toBeGreaterThanOrEqual(there.meanAlpha);
      }),
    );
  });
});

describe('colours as text', () => {
  it('come back as they were written', () => {
    fc.assert(fc.property(rgb, (colour) => expect(parseHex(toHex(colour))).toEqual(colour)));
  });
});
