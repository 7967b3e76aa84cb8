import { View } from 'react-native';
import { useEffect, useState } from 'react';
import { BRUSHES } from '@/core/brushes';
import type { PenSession } from '@/core/ink/session';
import { Chip, Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useDraw, usePen } from '../draw';
import { loadPenSessions } from '../recordedPen';

const OPTIONS = BRUSHES.map(({ brush, label, icon }) => ({ value: brush, label, icon }));

/** The pen in hand: for what is drawn from now on. */
export function PenPanel() {
  const [pen, setPen] = usePen();
  const { brush } = pen;
  if (pen.tool === 'rub') return <RubberFields />;
  return (
    <View>
      <Choice
        label="Brush"
        options={OPTIONS}
        value={brush}
        onChange={(next) => setPen({ brush: next, tool: 'draw' })}
      />
      <NumberField
        label="Pen size"
        unit="px"
        min={0.5}
        max={1000}
        step={0.5}
        feel={{ min: 1, max: 100 }}
        value={pen.sizes[brush]}
        onChange={(size) => setPen({ sizes: { ...pen.sizes, [brush]: size } })}
      />
      <ShareField
        label="Pen opacity"
        value={pen.opacities[brush]}
        onChange={(opacity) => setPen({ opacities: { ...pen.opacities, [brush]: opacity } })}
      />
      <ShareField
        label="Smoothing"
        value={pen.smoothing}
        onChange={(smoothing) => setPen({ smoothing })}
      />
      <Toggle
        label="Fill what a line encloses"
        value={pen.fill !== null}
        onChange={(on) => setPen({ fill: on ? '#3f7d6b' : null })}
      />
      {pen.fill ? (
        <ColourField label="Fill" value={pen.fill} onChange={(fill) => setPen({ fill })} />
      ) : null}
      <Toggle
        label="Show the other layers, faintly"
        value={pen.others}
        onChange={(others) => setPen({ others })}
      />
      <Toggle
        label="Fingers draw, also beside a pen"
        value={pen.fingersDraw}
        onChange={(fingersDraw) => setPen({ fingersDraw })}
      />
      <RecordedPen />
    </View>
  );
}

const RUBS = [
  { value: 'strokes', label: 'Whole strokes', icon: 'vector-curve' },
  { value: 'parts', label: 'What it goes over', icon: 'eraser' },
] as const;

function RubberFields() {
  const [pen, setPen] = usePen();
  return (
    <View>
      <Choice
        label="What is rubbed out"
        options={RUBS}
        value={pen.rubs}
        onChange={(rubs) => setPen({ rubs })}
      />
      <NumberField
        label="Rubber size"
        unit="px"
        min={1}
        max={1000}
        step={1}
        feel={{ min: 4, max: 200 }}
        value={pen.rubber}
        onChange={(rubber) => setPen({ rubber })}
      />
    </View>
  );
}

/** For who has no pen: recorded ones, played into the canvas. */
function RecordedPen() {
  const { playPen } = useDraw();
  const [sessions, setSessions] = useState<readonly PenSession[]>([]);
  useEffect(() => {
    // Without them there is nothing to choose, which the line below says.
    loadPenSessions().then(setSessions, () => setSessions([]));
  }, []);
  return (
    <Fold label="No pen at hand?" icon="robot-outline" now="try a recorded one">
      <Words kind="small" soft>
        {sessions.length > 0
          ? 'A recorded pen draws with your settings, pressure and all.'
          : 'The recorded pen is not part of this build.'}
      </Words>
      <View role="group" aria-label="Recorded pens">
        {sessions.map(({ name, label }) => (
          <Chip key={name} icon="play" label={label} onPress={() => playPen(name)} />
        ))}
      </View>
    </Fold>
  );
}
