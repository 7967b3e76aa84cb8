import { createLanded, createLanding, type ClipLayer } from '@/core/document';
import { addLayer, addTrack, createTrack, updateLayer } from '@/core/edit';
import { formatsFor } from '@/core/formats';
import { otioTimeline, type TimelineMedia } from '@/core/formats/otio';
import { overlay, video } from '../fixtures';

const RATE = { num: 25, den: 1 };
const base = video({ duration: 8, rate: RATE });
const clip = video({ id: 'clip', name: 'Clip', duration: 4, rate: RATE });
const beat = video({ id: 'beat', name: 'Beat', type: 'sound', duration: 3, rate: null });
const media = new Map<string, TimelineMedia>([
  ['clip', { url: 'media/clip.mp4', duration: 4 }],
  ['beat', { url: 'media/beat.flac', duration: 3 }],
]);

const landing = (() => {
  const empty = createLanding({ id: 'l', created: 0 }, 'Meadow', base);
  const landed = createLanded('c', empty, clip) as ClipLayer;
  const laid = addLayer(empty, { ...landed, from: 30, to: 80 });
  const timed = updateLayer(laid, 'c', {
    time: { ...landed.time, in: 1, speed: 2, reverse: true },
  });
  return addTrack(timed, { ...createTrack('t', beat), start: 10, in: 0.4, out: 2.4 });
})();

interface Entry {
  readonly OTIO_SCHEMA: string;
  readonly kind: string;
  readonly children: readonly Entry[];
  readonly source_range: {
    start_time: { value: number; rate: number };
    duration: { value: number };
  };
  readonly media_references: { DEFAULT_MEDIA: { OTIO_SCHEMA: string; target_url: string } };
  readonly effects: readonly { time_scalar: number }[];
  readonly metadata: { moon_patch: { id: string } };
}

describe('a timeline', () => {
  const find = (entry: { footage?: string | null }) => media.get(entry.footage ?? '');
  const timeline = otioTimeline(landing, (entry) => find(entry as never)) as unknown as {
    OTIO_SCHEMA: string;
    tracks: Entry;
  };
  const [ground, over, sound] = timeline.tracks.children;

  it('has a track a layer, bottom first, and one a sound', () => {
    expect(timeline.OTIO_SCHEMA).toBe('Timeline.1');
    expect(timeline.tracks.children.map(({ kind }) => kind)).toEqual(['Video', 'Video', 'Audio']);
    expect(ground.children).toHaveLength(1);
  });

  it('says where a clip lies, which part of its source it shows, and how fast', () => {
    const [gap, shown] = over.children;
    expect(gap).toMatchObject({ OTIO_SCHEMA: 'Gap.1', source_range: { duration: { value: 30 } } });
    expect(shown.source_range).toMatchObject({
      start_time: { value: 25, rate: 25 },
      duration: { value: 50 },
    });
    expect(shown.effects).toMatchObject([{ time_scalar: -2 }]);
    expect(shown.media_references.DEFAULT_MEDIA.target_url).toBe('media/clip.mp4');
    expect(shown.metadata.moon_patch.id).toBe('c');
  });

  it('does the same for sounds', () => {
    const [gap, heard] = sound.children;
    expect(gap.source_range.duration.value).toBe(10);
    expect(heard.source_range).toMatchObject({
      start_time: { value: 10 },
      duration: { value: 50 },
    });
  });

  it('leaves a reference open where a file is missing', () => {
    const alone = otioTimeline(landing, () => undefined) as unknown as { tracks: Entry };
    const [shown] = alone.tracks.children[0].children;
    expect(shown.media_references.DEFAULT_MEDIA.OTIO_SCHEMA).toBe('MissingReference.1');
  });

  it('is offered for landings alone', () => {
    const ids = (document: Parameters<typeof formatsFor>[0]) =>
      formatsFor(document).map(({ id }) => id);
    expect(ids(landing)).toEqual(expect.arrayContaining(['h264', 'vp9', 'png', 'otio']));
    expect(ids(landing)).not.toContain('gif');
    expect(ids(overlay())).not.toContain('otio');
  });
});
