import { parseHex } from '@/core/colour';
import { screenKey, type KeyFrame } from '@/core/matte/findKey';
import { seededRandom } from '@/core/random';

const [WIDTH, HEIGHT] = [160, 90];

/** A frame by a rule for its pixels, with a camera's noise on it. */
function frame(colour: (x: number, y: number) => string): KeyFrame {
  const random = seededRandom(7);
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  for (let at = 0; at < WIDTH * HEIGHT; at++) {
    const rgb = parseHex(colour(at % WIDTH, Math.floor(at / WIDTH)));
    const noise = 8 * (random() - 0.5);
    data.set([...rgb.map((level) => level + noise), 255], at * 4);
  }
  return { data, width: WIDTH, height: HEIGHT };
}

/** A person from the middle down to the lower edge. */
const before = (screen: (x: number, y: number) => string) =>
  frame((x, y) => (Math.abs(x - 80) < 25 && y > 25 ? '#a0522d' : screen(x, y)));

test.each(['#00c853', '#0047bb', '#ff00ff'])('a screen of %s is taken out', (screen) => {
  const key = screenKey([before(() => screen), before(() => screen)])!;
  const off = parseHex(key.colour).map((level, c) => Math.abs(level - parseHex(screen)[c]));
  expect(Math.max(...off)).toBeLessThan(8);
});

test('a screen that is lit unevenly is taken out', () => {
  const uneven = (x: number) => (x < 60 ? '#00b84c' : x < 110 ? '#00c853' : '#0cd860');
  expect(screenKey([before(uneven)])).not.toBeNull();
});

test.each([
  ['a meadow under a sky', () => frame((_, y) => (y < 45 ? '#87b5e6' : '#5f8a3c'))],
  ['a red wall', () => before(() => '#c02020')],
  ['paper', () => before(() => '#f4efe6')],
  ['night', () => before(() => '#05060a')],
  ['a green field for half of the border', () => frame((x) => (x < 80 ? '#00c853' : '#806040'))],
])('%s is no screen', (_, made) => {
  expect(screenKey([made()])).toBeNull();
});

test('a clip that stands before a screen in only some frames keeps all of it', () => {
  expect(screenKey([before(() => '#00c853'), before(() => '#806040')])).toBeNull();
});
