import { createFootageLayer, createNested, EMPTY_KIT, type Overlay } from '@/core/document';
import { addLayer } from '@/core/edit';
import { firstSettings } from '@/core/document/sendSettings';
import { selectCheckState } from '@/store/check';
import { editOverlay } from '@/store/editing';
import { footageSet, kitLoaded } from '@/store/kit';
import { bundleIn, selectOverlay } from '@/store/selectors';
import { lookSet, sendingSet } from '@/store/session';
import { store } from '@/store/store';
import { measure } from '../check/measured';
import { band, overlay, video } from '../fixtures';

jest.mock('@/engine/engine', () => ({ engine: {} }));

const { dispatch, getState } = store;
const shot = video({ id: 'shot' });
const inner = overlay({ id: 'inner', name: 'Inner', layers: [band()] });
const plain = overlay({ id: 'outer', name: 'Outer' });
const outer: Overlay = [
  createFootageLayer('clip', plain, shot),
  createNested('nested', plain, inner),
].reduce((stack, layer) => addLayer(stack, layer), plain);

const sign = () => selectCheckState(getState(), 'outer');

beforeEach(async () => {
  const kit = { ...EMPTY_KIT, name: 'Kit', overlays: [outer, inner], footage: [shot] };
  dispatch(kitLoaded({ kit, fresh: false }));
  dispatch(sendingSet({ id: 'outer', settings: firstSettings('vp9') }));
  // What it shows has no part in this.
  const measured = await measure(overlay({ layers: [band()] }));
  const bundle = bundleIn(getState(), selectOverlay(getState(), 'outer')!);
  dispatch(lookSet({ looked: { measured, landed: null }, bundle, around: null }));
});

it('the sign of Check stands as long as nothing changed that it speaks of', () => {
  const before = sign();
  expect(before).not.toBeNull();
  dispatch(
    kitLoaded({
      kit: { ...EMPTY_KIT, overlays: [outer, inner, overlay({ id: 'x' })], footage: [shot] },
      fresh: false,
    }),
  );
  expect(sign()).toBe(before);
});

it('it is judged again for another format, without being measured again', () => {
  const clear = sign();
  dispatch(sendingSet({ id: 'outer', settings: firstSettings('h264') }));
  // H.264 has no alpha, which the overlay's backdrop asks for.
  expect(sign()).not.toBeNull();
  expect(sign()).not.toBe(clear);
});

it('it is void once the overlay, one nested in it or its footage is another', () => {
  dispatch(editOverlay('inner', (document) => ({ ...document, name: 'Changed' })));
  expect(sign()).toBeNull();
  dispatch(
    kitLoaded({ kit: { ...EMPTY_KIT, overlays: [outer, inner], footage: [shot] }, fresh: false }),
  );
  expect(sign()).not.toBeNull();
  dispatch(footageSet({ ...shot, media: { ...shot.media, hash: 'd'.repeat(64) } }));
  expect(sign()).toBeNull();
});
