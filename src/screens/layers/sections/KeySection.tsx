import { StyleSheet, View } from 'react-native';
import {
  firstKey,
  type ChromaKey,
  type ClipLayer,
  type KeySettings,
  type KnownColoursKey,
  type LumaKey,
  type PictureLayer,
} from '@/core/document';
import { updateLayer } from '@/core/edit';
import { FOOTAGE_KINDS } from '@/core/layerKinds';
import { Action } from '@/ui/Action';
import { Chip, Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import { useEditing, type View as StageView } from '../editing';
import { FindKey } from './FindKey';
import { MatteFigures } from './MatteFigures';
import { MattesFold } from './MattesFold';
import { section, type SectionProps } from './types';

type FootageProps = SectionProps<PictureLayer | ClipLayer>;

const KINDS: readonly { value: KeySettings['kind'] | 'none'; label: string }[] = [
  { value: 'none', label: 'Nothing' },
  { value: 'chroma', label: 'A colour' },
  { value: 'luma', label: 'Black or white' },
  { value: 'light', label: 'Black behind light' },
  { value: 'known colours', label: 'All but known colours' },
];

export const keySection = section({
  name: 'key',
  label: 'Key',
  kinds: FOOTAGE_KINDS,
  Content: KeySection,
});

/** What is taken out of a picture or clip, looked at in several ways. */
function KeySection({ layer }: FootageProps) {
  const { key } = layer;
  const set = useSetKey(layer);
  const choose = (kind: KeySettings['kind'] | 'none') =>
    set(kind === 'none' ? null : firstKey(kind, key), null);
  return (
    <View style={styles.column}>
      <Words kind="small" soft>
        Take out
      </Words>
      <Choice label="Take out" options={KINDS} value={key?.kind ?? 'none'} onChange={choose} />
      <FindKey layer={layer} />
      {key ? <LookAt spills={key.kind === 'chroma'} /> : null}
      {key ? <MatteFigures layer={layer} value={key} /> : null}
      {key?.kind === 'chroma' ? <ChromaFields layer={layer} value={key} /> : null}
      {key?.kind === 'luma' ? <LumaFields layer={layer} value={key} /> : null}
      {key?.kind === 'known colours' ? <KnownFields layer={layer} value={key} /> : null}
      {key ? <MatteFields layer={layer} value={key} /> : null}
      <MattesFold layer={layer} />
    </View>
  );
}

type SetKey = (key: KeySettings | null, gesture: string | null) => void;

function useSetKey(layer: FootageProps['layer']): SetKey {
  const { edit } = useEditing();
  return (key, gesture) => edit((stack) => updateLayer(stack, layer.id, { key }), gesture);
}

const VIEWS: readonly { value: StageView; label: string }[] = [
  { value: 'result', label: 'Result' },
  { value: 'matte', label: 'Matte' },
  { value: 'cut-out', label: 'Cut-out' },
  { value: 'spill', label: 'Spill' },
];

/** What the stage shows of it. */
function LookAt({ spills }: { readonly spills: boolean }) {
  const { view, setView, divider, setDivider } = useEditing();
  return (
    <View style={styles.row}>
      <Choice
        label="View"
        options={spills ? VIEWS : VIEWS.slice(0, -1)}
        value={view}
        onChange={setView}
      />
      <Chip
        icon="compare"
        label="Before/after"
        selected={divider !== null}
        onPress={() => setDivider(divider === null ? 0.5 : null)}
      />
    </View>
  );
}

interface PickedColourProps {
  readonly label: string;
  readonly layer: FootageProps['layer'];
  readonly value: string;
  readonly onChange: (colour: string, gesture: string | null) => void;
}

/** A colour that can be picked from the layer's own picture. */
function PickedColour({ label, layer, value, onChange }: PickedColourProps) {
  const { picking, pick } = useEditing();
  const mine = picking?.layer === layer.id && picking.what === label;
  return (
    <View style={styles.row}>
      <View style={styles.field}>
        <ColourField label={label} value={value} onChange={onChange} />
      </View>
      <Chip
        icon="eyedropper"
        label={mine ? 'Tap it on the stage' : 'Pick'}
        spoken={`Pick: ${label}`}
        selected={mine}
        onPress={() =>
          pick(
            mine ? null : { layer: layer.id, what: label, use: (colour) => onChange(colour, null) },
          )
        }
      />
    </View>
  );
}

interface KindProps<K extends KeySettings> {
  readonly layer: FootageProps['layer'];
  readonly value: K;
}

function ChromaFields({ layer, value }: KindProps<ChromaKey>) {
  const set = useSetKey(layer);
  const change = (patch: Partial<ChromaKey>, gesture: string | null) =>
    set({ ...value, ...patch }, gesture);
  return (
    <>
      <PickedColour
        label="Key colour"
        layer={layer}
        value={value.colour}
        onChange={(colour, gesture) => change({ colour }, gesture)}
      />
      <NumberField
        label="Tolerance"
        value={value.tolerance}
        min={0}
        max={1}
        step={0.01}
        feel={{ min: 0, max: 0.5 }}
        onChange={(tolerance, gesture) => change({ tolerance }, gesture)}
      />
      <NumberField
        label="Softness"
        value={value.softness}
        min={0}
        max={2}
        step={0.01}
        feel={{ min: 0, max: 1.2 }}
        onChange={(softness, gesture) => change({ softness }, gesture)}
      />
      <NumberField
        label="Spill"
        value={value.spill}
        min={0}
        max={1}
        step={0.01}
        onChange={(spill, gesture) => change({ spill }, gesture)}
      />
    </>
  );
}

const GROUNDS = [
  { value: 'black', label: 'Black' },
  { value: 'white', label: 'White' },
] as const;

const EDGES = [
  { value: 'soft', label: 'Soft edges' },
  { value: 'sharp', label: 'Sharp edges' },
] as const;

function LumaFields({ layer, value }: KindProps<LumaKey>) {
  const set = useSetKey(layer);
  return (
    <>
      <Choice
        label="Which one"
        options={GROUNDS}
        value={value.backdrop}
        onChange={(backdrop) => set({ ...value, backdrop }, null)}
      />
      <ShareField
        label="Clear up to"
        value={value.from}
        onChange={(from, gesture) => set({ ...value, from }, gesture)}
      />
      <ShareField
        label="Solid from"
        value={value.to}
        onChange={(to, gesture) => set({ ...value, to }, gesture)}
      />
      <Choice
        label="Edges"
        options={EDGES}
        value={value.edges}
        onChange={(edges) => set({ ...value, edges }, null)}
      />
      <Words kind="small" soft>
        {value.edges === 'sharp' ? SHARP_SUITS : SOFT_SUITS}
      </Words>
    </>
  );
}

const SOFT_SUITS = 'Suits smoke, glows, shadows and what is out of focus.';
const SHARP_SUITS = 'Suits letters, leaves and hair in focus; makes blurred edges harder.';

function KnownFields({ layer, value }: KindProps<KnownColoursKey>) {
  const set = useSetKey(layer);
  const setInk = (index: number, colour: string, gesture: string | null) =>
    set({ ...value, inks: value.inks.with(index, colour) }, gesture);
  return (
    <>
      <PickedColour
        label="Backdrop"
        layer={layer}
        value={value.colour}
        onChange={(colour, gesture) => set({ ...value, colour }, gesture)}
      />
      {value.inks.map((ink, index) => (
        <PickedColour
          key={index}
          label={value.inks.length === 1 ? 'Artwork' : `Artwork ${index + 1}`}
          layer={layer}
          value={ink}
          onChange={(colour, gesture) => setInk(index, colour, gesture)}
        />
      ))}
      <View style={styles.row}>
        {value.inks.length === 1 ? (
          <Action
            label="A second colour"
            icon="plus"
            onPress={() => set({ ...value, inks: [...value.inks, '#000000'] }, null)}
          />
        ) : (
          <Action
            label="Only one colour"
            icon="minus"
            onPress={() => set({ ...value, inks: value.inks.slice(0, 1) }, null)}
          />
        )}
      </View>
    </>
  );
}

const PIXELS = { unit: 'px', step: 0.1 } as const;

/** What is done to the matte once it is found. */
function MatteFields({ layer, value }: KindProps<KeySettings>) {
  const set = useSetKey(layer);
  const change = (patch: Partial<KeySettings>, gesture: string | null) =>
    set({ ...value, ...patch } as KeySettings, gesture);
  const { cleanBlack, cleanWhite, choke, feather } = value;
  const plain = cleanBlack === 0 && cleanWhite === 1 && choke === 0 && feather === 0;
  return (
    <Fold label="Matte" icon="contrast-box" now={plain ? 'as found' : 'shaped'}>
      <ShareField
        label="Clean black"
        value={cleanBlack}
        onChange={(next, gesture) => change({ cleanBlack: next }, gesture)}
      />
      <ShareField
        label="Clean white"
        value={cleanWhite}
        onChange={(next, gesture) => change({ cleanWhite: next }, gesture)}
      />
      <NumberField
        label="Choke"
        {...PIXELS}
        value={choke}
        min={-100}
        max={100}
        feel={{ min: -6, max: 6 }}
        onChange={(next, gesture) => change({ choke: next }, gesture)}
      />
      <NumberField
        label="Feather"
        {...PIXELS}
        value={feather}
        min={0}
        max={200}
        feel={{ min: 0, max: 12 }}
        onChange={(next, gesture) => change({ feather: next }, gesture)}
      />
    </Fold>
  );
}

const styles = StyleSheet.create({
  column: { gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  field: { flexGrow: 1, flexBasis: 230 },
});
