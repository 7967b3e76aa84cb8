import { useEffect, useRef, useState, type RefObject } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { NEW_WORDS, type Align, type Counter, type Layer, type WordsLayer } from '@/core/document';
import { changeLayer, retype, updateLayer } from '@/core/edit';
import { COUNTER_MARK } from '@/core/text/counter';
import { newId } from '@/store/actions';
import { importFiles } from '@/store/media';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { Chip, Choice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { newGesture } from '@/ui/gesture';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { FONT, RADIUS, rem, useTokens } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { chooseFiles } from '../../shared/files';
import { FontField } from '../../shared/FontField';
import { useBackground } from '../../shared/useBackground';
import { useEditing } from '../editing';
import { section, type SectionProps } from './types';

const ALIGNS: readonly { value: Align; label: string; icon: string }[] = [
  { value: 'left', label: 'Left', icon: 'format-align-left' },
  { value: 'centre', label: 'Centre', icon: 'format-align-center' },
  { value: 'right', label: 'Right', icon: 'format-align-right' },
];

export const wordsSection = section({
  name: 'what',
  label: 'Words',
  kinds: ['words'],
  Content: WordsSection,
});

/** What the words say, and how they are set. */
function WordsSection({ layer }: SectionProps<WordsLayer>) {
  const tokens = useTokens();
  const { edit } = useEditing();
  const field = useTypedOver(layer.text === NEW_WORDS);
  const [gesture, setGesture] = useState(newGesture);
  const change = (patch: Partial<WordsLayer>, group: string | null = null) =>
    edit((document) => updateLayer(document, layer.id, patch), group);
  const say = (text: string) =>
    edit((document) => changeLayer(document, layer.id, (entry) => saying(entry, text)), gesture);
  return (
    <View style={styles.column}>
      <TextInput
        aria-label="Words"
        multiline
        value={layer.text}
        ref={field}
        selectTextOnFocus={layer.text === NEW_WORDS}
        onFocus={() => setGesture(newGesture())}
        onChangeText={say}
        style={[styles.text, { color: tokens.ink, borderColor: tokens.line }]}
      />
      <Words kind="small" soft>
        Font
      </Words>
      <FontField
        label="Font"
        words={layer.text}
        value={layer.font}
        onChange={(font) => change({ font })}
      />
      <MissingLetters layer={layer} />
      <BringFont onBrought={(font) => change({ font })} />
      <NumberField
        label="Size"
        unit="px"
        value={layer.size}
        min={1}
        max={10000}
        step={1}
        feel={{ min: 8, max: 600 }}
        onChange={(size, group) => change({ size }, group)}
      />
      <NumberField
        label="Letter spacing"
        unit="px"
        value={layer.letterSpacing}
        min={-500}
        max={2000}
        step={0.5}
        feel={{ min: -20, max: 100 }}
        onChange={(letterSpacing, group) => change({ letterSpacing }, group)}
      />
      <NumberField
        label="Line spacing"
        unit="×"
        value={layer.lineSpacing}
        min={0}
        max={10}
        step={0.05}
        feel={{ min: 0.6, max: 2.5 }}
        onChange={(lineSpacing, group) => change({ lineSpacing }, group)}
      />
      <Choice
        label="Alignment"
        options={ALIGNS}
        value={layer.align}
        onChange={(align) => change({ align })}
      />
      <CounterFold layer={layer} />
    </View>
  );
}

/** Gives a field that waits to be typed over the focus, once the menu that it came from has let go of it. */
function useTypedOver(waits: boolean): RefObject<TextInput | null> {
  const field = useRef<TextInput>(null);
  useEffect(() => {
    if (!waits) return undefined;
    const timer = setTimeout(() => field.current?.focus());
    return () => clearTimeout(timer);
    // Only as it comes: what is typed later may say the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return field;
}

const NONE: readonly string[] = [];

/** Told once the font has been looked at, in the background. */
function MissingLetters({ layer }: SectionProps<WordsLayer>) {
  const { bundle } = useEditing();
  const tokens = useTokens();
  const missing = useBackground(
    () => work.findMissingLetters(bundle, layer.id),
    `${layer.font} ${layer.text}`,
    NONE,
  );
  if (missing.length === 0) return null;
  return (
    <Words kind="small" style={{ color: tokens.rust }}>
      {`This font has no ${missing.join(' ')}. Choose another one for them.`}
    </Words>
  );
}

const FONT_TYPES = '.ttf,.otf,.woff,.woff2,font/*';

/** A font of the person's own, kept in the kit. */
function BringFont({ onBrought }: { readonly onBrought: (id: string) => void }) {
  const dispatch = useAppDispatch();
  const bring = async () => {
    const brought = await dispatch(importFiles(await chooseFiles(FONT_TYPES, false)));
    const font = brought.find((entry) => entry.kind === 'font');
    if (font) onBrought(font.id);
  };
  return (
    <View style={styles.row}>
      <Chip icon="plus" label="Bring in a font" onPress={() => void bring()} />
    </View>
  );
}

/** Other words; a layer that was never renamed is called what it says. */
function saying(layer: Layer, text: string): Layer {
  if (layer.kind !== 'words') return layer;
  const next = retype(layer, text, newId);
  return layer.name === nameOf(layer.text) ? { ...next, name: nameOf(text) } : next;
}

const FIRST_COUNTER: Omit<Counter, 'length'> = {
  from: 0,
  to: 100,
  decimals: 0,
  start: 0,
  easing: 'linear',
};

/** Numbers that run: `#` in the words is where they stand. */
function CounterFold({ layer }: SectionProps<WordsLayer>) {
  const { document, edit } = useEditing();
  const { counter } = layer;
  const set = (next: Counter | null, gesture: string | null = null) =>
    edit((document) => updateLayer(document, layer.id, { counter: next }), gesture);
  const begin = () =>
    edit((document) =>
      updateLayer(document, layer.id, {
        counter: { ...FIRST_COUNTER, length: Math.round(document.length / 2) },
        text: layer.text.includes(COUNTER_MARK) ? layer.text : COUNTER_MARK,
      }),
    );
  const limits = { min: -1e9, max: 1e9, step: 1, feel: { min: 0, max: 1000 } };
  return (
    <Fold label="Counter" icon="counter" now={counter ? `${counter.from} to ${counter.to}` : 'off'}>
      <Toggle
        label={`Count where the words say ${COUNTER_MARK}`}
        value={counter !== null}
        onChange={(on) => (on ? begin() : set(null))}
      />
      {counter ? (
        <>
          <NumberField
            label="From"
            {...limits}
            value={counter.from}
            onChange={(from, gesture) => set({ ...counter, from }, gesture)}
          />
          <NumberField
            label="To"
            {...limits}
            value={counter.to}
            onChange={(to, gesture) => set({ ...counter, to }, gesture)}
          />
          <NumberField
            label="Decimals"
            min={0}
            max={6}
            step={1}
            value={counter.decimals}
            onChange={(decimals, gesture) => set({ ...counter, decimals }, gesture)}
          />
          <SecondsField
            label="Starts at"
            frames={counter.start}
            rate={document.rate}
            feel={{ min: 0, max: 10 }}
            onChange={(start, gesture) => set({ ...counter, start }, gesture)}
          />
          <SecondsField
            label="Takes"
            frames={counter.length}
            rate={document.rate}
            feel={{ min: 0, max: 10 }}
            onChange={(length, gesture) => set({ ...counter, length }, gesture)}
          />
        </>
      ) : null}
    </Fold>
  );
}

const nameOf = (text: string): string => text.replace(/\s+/g, ' ').slice(0, 60);

const styles = StyleSheet.create({
  column: { gap: 4 },
  row: { flexDirection: 'row' },
  text: {
    minHeight: 56,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    padding: 10,
    fontFamily: FONT.text,
    fontSize: rem(16),
  },
});
