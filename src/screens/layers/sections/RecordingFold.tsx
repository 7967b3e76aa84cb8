import { useState } from 'react';
import { View } from 'react-native';
import { type ClipLayer, type Footage } from '@/core/document';
import { updateLayer } from '@/core/edit';
import {
  enlargedBy,
  paperRemoval,
  withRecording,
  type RecordingChoice,
  type RecordingProposal,
} from '@/core/recording/proposal';
import { keptSeconds } from '@/core/retime/clipTime';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { MoonProgress } from '@/ui/MoonProgress';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import { RecordingStrip } from './RecordingStrip';

interface RecordingFoldProps {
  readonly layer: ClipLayer;
  readonly footage: Footage;
}

/** A screen recording of somebody drawing, made an ink-like clip. */
export function RecordingFold({ layer, footage }: RecordingFoldProps) {
  const { progress, result, problem, run, stop } = useLongWork<RecordingProposal>();
  const find = () => run((report, signal) => work.findRecording(footage, report, signal));
  return (
    <Fold label="A recording of drawing" icon="gesture" now={result ? 'found' : 'find it'}>
      <Words kind="small" soft>
        Finds the area that is drawn in, where the drawing begins and ends, and its pauses. Nothing
        changes until you use it.
      </Words>
      {problem ? <Words>{problem}</Words> : null}
      {progress ? (
        <MoonProgress doing="Looking at every frame" {...progress} onStop={stop} />
      ) : (
        <View style={{ flexDirection: 'row' }}>
          <Action
            label={result ? 'Find it again' : 'Find the drawing'}
            icon="magnify"
            onPress={() => void find()}
          />
        </View>
      )}
      {result ? <Proposal layer={layer} footage={footage} found={result} /> : null}
    </Fold>
  );
}

interface ProposalProps extends RecordingFoldProps {
  readonly found: RecordingProposal;
}

const firstChoice = (found: RecordingProposal, footage: Footage): RecordingChoice => ({
  proposal: found,
  crops: true,
  skipsRests: true,
  removesPaper: true,
  fills: true,
  takes: Number(wouldTake(found, footage, true).toFixed(2)),
  ink: null,
});

const wouldTake = (found: RecordingProposal, { duration }: Footage, skipping: boolean): number =>
  Math.max(0.05, keptSeconds({ ...found, skips: skipping ? found.skips : [] }, duration));

/** What was found, each part of it to be changed by hand or left out. */
function Proposal({ layer, footage, found }: ProposalProps) {
  const { document, edit } = useEditing();
  const [choice, setChoice] = useState(() => firstChoice(found, footage));
  const { proposal } = choice;
  const set = (change: Partial<RecordingChoice>) => setChoice({ ...choice, ...change });
  const propose = (change: Partial<RecordingProposal>) =>
    set({ proposal: { ...proposal, ...change } });
  const { key } = paperRemoval(proposal.paper);
  const use = () =>
    edit((stack) => updateLayer(stack, layer.id, withRecording(layer, stack, footage, choice)));
  const larger = enlargedBy(layer, document, footage, choice);
  return (
    <View role="group" aria-label="What was found">
      <RecordingStrip footage={footage} proposal={proposal} skipping={choice.skipsRests} />
      {proposal.shownFirst ? (
        <Words kind="small" soft>
          The finished drawing is shown first; that is left out.
        </Words>
      ) : null}
      <NumberField
        label="It begins at"
        unit="s"
        min={0}
        max={footage.duration}
        step={0.01}
        value={proposal.in}
        onChange={(at) => propose({ in: Math.min(at, proposal.out - 0.01) })}
      />
      <NumberField
        label="It ends at"
        unit="s"
        min={0}
        max={footage.duration}
        step={0.01}
        value={proposal.out}
        onChange={(at) => propose({ out: Math.max(at, proposal.in + 0.01) })}
      />
      {proposal.skips.length > 0 ? (
        <Toggle
          label={`Leave out ${pausesLabel(proposal)}`}
          value={choice.skipsRests}
          onChange={(skipsRests) => set({ skipsRests })}
        />
      ) : null}
      <NumberField
        label="It takes"
        unit="s"
        min={0.05}
        max={600}
        step={0.01}
        feel={{ min: 0.2, max: 10 }}
        value={choice.takes}
        onChange={(takes) => set({ takes })}
      />
      <AreaFields footage={footage} choice={choice} set={set} />
      <Toggle
        label={
          larger > 1.005 || larger < 0.995
            ? `Fit the drawing to the canvas: ${larger.toFixed(2)} times its size now`
            : 'Fit the drawing to the canvas'
        }
        value={choice.fills}
        onChange={(fills) => set({ fills })}
      />
      <Toggle
        label={key ? 'Take the paper’s colour out' : 'Let the footage through the paper'}
        value={choice.removesPaper}
        onChange={(removesPaper) => set({ removesPaper })}
      />
      {key && choice.removesPaper ? (
        <InkField ink={choice.ink} onChange={(ink) => set({ ink })} />
      ) : null}
      <View style={{ flexDirection: 'row', paddingVertical: 8 }}>
        <Action label="Use it" icon="check" tone="main" onPress={use} />
      </View>
    </View>
  );
}

function pausesLabel({ skips }: RecordingProposal): string {
  const seconds = skips.reduce((sum, { from, to }) => sum + to - from, 0).toFixed(1);
  return skips.length === 1 ? `a pause of ${seconds} s` : `${skips.length} pauses, ${seconds} s`;
}

interface ChoiceFieldsProps {
  readonly footage: Footage;
  readonly choice: RecordingChoice;
  readonly set: (change: Partial<RecordingChoice>) => void;
}

const SIDES = [
  ['left', 'Left edge'],
  ['top', 'Top edge'],
  ['right', 'Right edge'],
  ['bottom', 'Bottom edge'],
] as const;

function AreaFields({ footage, choice, set }: ChoiceFieldsProps) {
  const { proposal, crops } = choice;
  const { area } = proposal;
  if (!area) {
    return (
      <Words kind="small" soft>
        There are no borders round the drawing: nothing is cropped.
      </Words>
    );
  }
  return (
    <>
      <Toggle
        label="Crop the borders round it"
        value={crops}
        onChange={(next) => set({ crops: next })}
      />
      {crops
        ? SIDES.map(([side, label]) => (
            <NumberField
              key={side}
              label={label}
              unit="px"
              min={0}
              max={side === 'left' || side === 'right' ? footage.width : footage.height}
              step={1}
              value={area[side]}
              onChange={(at) => set({ proposal: { ...proposal, area: { ...area, [side]: at } } })}
            />
          ))
        : null}
    </>
  );
}

interface InkFieldProps {
  readonly ink: string | null;
  readonly onChange: (ink: string | null) => void;
}

function InkField({ ink, onChange }: InkFieldProps) {
  return (
    <>
      <Toggle
        label="Give the ink another colour"
        value={ink !== null}
        onChange={(on) => onChange(on ? '#e9a23b' : null)}
      />
      {ink ? <ColourField label="Ink" value={ink} onChange={onChange} /> : null}
    </>
  );
}
