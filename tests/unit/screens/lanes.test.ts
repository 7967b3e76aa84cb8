import { createLanded, createLanding } from '@/core/document';
import { addLayer } from '@/core/edit';
import { layerLanes } from '@/screens/layers/lanes';
import { stretchPhase } from '@/screens/layers/stretch';
import { timeLayers } from '@/core/motion/timing';
import { after, alongside, at, band, move, overlay, video, words } from '../fixtures';

const document = overlay({
  layers: [
    band({
      moves: [
        move('in', 'slide', 'arrive', at(10), { length: 20 }),
        move('grow', 'grow', 'stay', after('in', 4), { length: 12 }),
        move('out', 'fade', 'leave', at(90), { length: 15 }),
      ],
    }),
    words('Wind', {
      moves: [
        move('w-in', 'fade', 'arrive', after('in', 5)),
        move('w-out', 'fade', 'leave', alongside('out')),
      ],
    }),
  ],
});

describe('an overlay’s lanes', () => {
  const { lanes, links } = layerLanes(document);

  it('stand as layers lie on each other, the topmost first', () => {
    expect(lanes.map((lane) => lane.id)).toEqual(['words', 'band']);
  });

  it('tell when a layer arrives, stays and leaves', () => {
    expect(lanes[1]).toMatchObject({ from: 10, to: 105, arrive: 20, leave: 15 });
    expect(lanes[1].marks).toEqual([{ id: 'grow', start: 34, end: 46 }]);
  });

  it('link a waiting move to the point it waits for', () => {
    const byId = Object.fromEntries(links.map((link) => [link.id, link]));
    expect(byId['w-in']).toMatchObject({
      fromLane: 'band',
      fromFrame: 30,
      toLane: 'words',
      toFrame: 35,
    });
    expect(byId['w-out']).toMatchObject({ fromLane: 'band', fromFrame: 90, toFrame: 90 });
    expect(byId.in).toBeUndefined();
  });
});

describe('stretching a ribbon’s ends', () => {
  it('makes an arrival longer and pushes what waits for it', () => {
    const times = timeLayers(stretchPhase(document, 'band', 'arrive', 6));
    expect(times.get('band')!.moves.get('in')).toEqual({ start: 10, end: 36 });
    expect(times.get('words')!.from).toBe(41);
  });

  it('makes a leave longer towards the front: its end stays', () => {
    const times = timeLayers(stretchPhase(document, 'band', 'leave', 5));
    expect(times.get('band')!.moves.get('out')).toEqual({ start: 85, end: 105 });
  });

  it('never makes a move shorter than a frame', () => {
    const [first] = stretchPhase(document, 'band', 'arrive', -500).layers;
    expect(first.moves[0].length).toBe(1);
  });
});

describe('a landing’s lanes', () => {
  it('last as long as their sources at the landing’s rate, a still to the end', () => {
    const clip = video({ duration: 2, rate: { num: 50, den: 1 } });
    const still = video({ id: 'still', type: 'still', duration: 0, rate: null });
    const card = overlay({ id: 'card', length: 60, rate: { num: 30, den: 1 } });
    const base = video({ duration: 4, rate: { num: 25, den: 1 } });
    const empty = createLanding({ id: 'landing', created: 0 }, 'Landing', base);
    const landing = [card, still, clip].reduce(
      (stack, source) => addLayer(stack, createLanded(source.id, stack, source)),
      empty,
    );
    const spans = layerLanes(landing).lanes.map((lane) => [lane.id, lane.from, lane.to]);
    expect(spans).toEqual([
      ['clip', 0, 50],
      ['still', 0, 100],
      ['card', 0, 50],
      ['base', 0, 100],
    ]);
  });
});
