import type { Bundle } from '@/core/document';
import { sampleOfFrame } from '@/core/sound/mix';
import type { Stereo } from '@/core/sound/types';
import { reusing } from '../reuse';
import { Mixer } from './mixer';

/** The mix that was heard last: while a landing plays, its readers go on from block to block. */
let playing: { readonly bundle: Bundle; readonly mixer: Mixer } | null = null;
let before: Promise<unknown> = Promise.resolve();

/** What is heard in a landing's frames from `from` to `to` − 1; one call after the other. */
export function mixSound(sent: Bundle, from: number, to: number): Promise<Stereo> {
  const { rate } = sent.document;
  const [first, end] = [sampleOfFrame(from, rate), sampleOfFrame(to, rate)];
  const mixing = before.then(() => mixerFor(sent).samples(first, end));
  before = mixing.catch(() => undefined);
  return mixing;
}

function mixerFor(sent: Bundle): Mixer {
  const bundle = reusing(playing?.bundle, sent);
  if (playing && bundle === playing.bundle) return playing.mixer;
  playing?.mixer.close();
  playing = { bundle, mixer: new Mixer(bundle) };
  return playing.mixer;
}
