import type { Measured } from '@/core/check';
import type { Overlay } from '@/core/document';
import { ChromaChart } from './ChromaChart';
import { TimeChart } from './TimeChart';

interface CheckChartsProps {
  readonly overlay: Overlay;
  readonly measured: Measured;
}

/** The highest contrast that the chart tells apart. */
const MOST_CONTRAST = 10;

/** What was measured, as pictures: key colours, contrast and coverage over time. */
export function CheckCharts({ overlay, measured }: CheckChartsProps) {
  const area = measured.width * measured.height;
  const coverage = measured.frames.map(({ visible }, frame) => ({ frame, value: visible / area }));
  const contrast = measured.words.flatMap(({ name, contrast: points }) =>
    points && points.length > 0
      ? [{ name, points: points.map(({ frame, ratio }) => ({ frame, value: ratio })) }]
      : [],
  );
  const most = Math.max(0.01, ...coverage.map(({ value }) => value));
  return (
    <>
      <ChromaChart overlay={overlay} measured={measured} />
      {contrast.length > 0 ? (
        <TimeChart
          title="Contrast of the words over time"
          note="with what lies under them"
          length={overlay.length}
          curves={contrast}
          least={1}
          most={MOST_CONTRAST}
          limit={3}
          format={(value) => `${value} : 1`}
        />
      ) : null}
      <TimeChart
        title="How much of the canvas is covered"
        note="empty frames are shaded"
        length={overlay.length}
        curves={[{ name: 'covered', points: coverage }]}
        most={most}
        format={(value) => `${Number((value * 100).toFixed(value < 0.1 ? 1 : 0))} %`}
        shaded={emptyRanges(measured)}
      />
    </>
  );
}

function emptyRanges({ frames }: Measured): readonly { from: number; to: number }[] {
  const ranges: { from: number; to: number }[] = [];
  frames.forEach(({ visible }, frame) => {
    if (visible > 0) return;
    const last = ranges.at(-1);
    if (last && last.to === frame) last.to = frame + 1;
    else ranges.push({ from: frame, to: frame + 1 });
  });
  return ranges;
}
