import { useState } from 'react';
import { Sheet } from '@/ui/Sheet';
import { Tabs } from '@/ui/Tabs';
import type { DrawSection } from './draw';
import { FramesPanel } from './panels/FramesPanel';
import { PenPanel } from './panels/PenPanel';
import { ReplayPanel } from './panels/ReplayPanel';
import { StrokesPanel } from './panels/StrokesPanel';
import { TracePanel } from './panels/TracePanel';

const SECTIONS: readonly { value: DrawSection; label: string }[] = [
  { value: 'pen', label: 'Pen' },
  { value: 'replay', label: 'Pace' },
  { value: 'strokes', label: 'Strokes' },
  { value: 'frames', label: 'Frames' },
  { value: 'trace', label: 'Trace' },
];

const PANELS: Readonly<Record<DrawSection, () => React.ReactNode>> = {
  pen: PenPanel,
  replay: ReplayPanel,
  strokes: StrokesPanel,
  frames: FramesPanel,
  trace: TracePanel,
};

/** Settings of the pen and of what is drawn. */
export function DrawSheet() {
  const [section, setSection] = useState<DrawSection>('pen');
  const Panel = PANELS[section];
  return (
    <Sheet page={section} top={<Tabs tabs={SECTIONS} value={section} onChange={setSection} />}>
      <Panel />
    </Sheet>
  );
}
