import { createContext, useContext, useEffect, useRef, useState } from 'react';
import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import { HexColorPicker } from 'react-colorful';
import { colourName } from '@/core/colour/names';
import { Action } from './Action';
import { newGesture } from './gesture';
import { ModalCard } from './ModalCard';
import { FIELD, RADIUS, TOUCH, rem, useTokens } from './theme';
import { Words } from './Words';

/** Colours offered beside the picker: of the footage at hand, say. */
export interface Palette {
  readonly name: string;
  /** Null while they are being found. */
  readonly colours: readonly string[] | null;
}

export interface Palettes {
  readonly palettes: readonly Palette[];
  /** Asks for them: finding them takes a while, and they are seldom needed. */
  readonly find: () => void;
}

export const PalettesContext = createContext<Palettes>({ palettes: [], find: () => undefined });

interface ColourFieldProps {
  readonly label: string;
  /** `#rrggbb` */
  readonly value: string;
  readonly onChange: (colour: string, gesture: string | null) => void;
}

const HEX = /^#?([0-9a-f]{6})$/i;

/** A colour with its name; opens a picker with a field for the exact value. */
export function ColourField(props: ColourFieldProps) {
  const { label, value } = props;
  const tokens = useTokens();
  const [gesture, setGesture] = useState<string | null>(null);
  return (
    <View style={styles.row}>
      <Words style={styles.label}>{label}</Words>
      <Pressable
        role="button"
        aria-label={`${label}: ${colourName(value)}, ${value}. Change`}
        onPress={() => setGesture(newGesture())}
        style={styles.open}
      >
        <View style={[styles.swatch, { backgroundColor: value, borderColor: tokens.line }]} />
        <Words>{`${colourName(value)} ${value}`}</Words>
      </Pressable>
      <ColourDialog {...props} gesture={gesture} onDone={() => setGesture(null)} />
    </View>
  );
}

/** A colour by its swatch alone, where there is no room for more. */
export function ColourSwatch(props: ColourFieldProps) {
  const { label, value } = props;
  const tokens = useTokens();
  const [gesture, setGesture] = useState<string | null>(null);
  return (
    <>
      <Pressable
        role="button"
        aria-label={`${label}: ${colourName(value)}, ${value}. Change`}
        onPress={() => setGesture(newGesture())}
        style={styles.alone}
      >
        <View style={[styles.swatch, { backgroundColor: value, borderColor: tokens.line }]} />
      </Pressable>
      <ColourDialog {...props} gesture={gesture} onDone={() => setGesture(null)} />
    </>
  );
}

interface ColourDialogProps extends ColourFieldProps {
  /** Null while it is closed. */
  readonly gesture: string | null;
  readonly onDone: () => void;
}

function ColourDialog({ label, value, onChange, gesture, onDone }: ColourDialogProps) {
  // Read here: what is inside the portal would not find it.
  const { palettes, find } = useContext(PalettesContext);
  const open = gesture !== null;
  useEffect(() => {
    if (open) find();
  }, [open, find]);
  if (!open) return null;
  return (
    <ModalCard label={label} onClose={onDone} style={styles.dialog}>
      <Words kind="heading">{label}</Words>
      <Picker value={value} palettes={palettes} onChange={(colour) => onChange(colour, gesture)} />
      <Action label="Done" tone="main" onPress={onDone} />
    </ModalCard>
  );
}

interface PickerProps {
  readonly value: string;
  readonly palettes: readonly Palette[];
  readonly onChange: (colour: string) => void;
}

function Picker({ value, palettes, onChange }: PickerProps) {
  const [shown, choose] = useAhead(value, onChange);
  return (
    <>
      <HexColorPicker
        color={shown}
        onChange={(colour) => choose(colour.toLowerCase())}
        style={{ width: '100%', height: 220 }}
      />
      <HexInput value={shown} onChange={choose} />
      {palettes.map((palette) => (
        <PaletteRow key={palette.name} palette={palette} onChoose={choose} />
      ))}
    </>
  );
}

/**
 * What was chosen last, at once: the value itself comes back from the document later, and older values while newer
 * ones are under way. The picker would answer each of them with another change.
 */
function useAhead(
  value: string,
  onChange: (colour: string) => void,
): readonly [shown: string, choose: (colour: string) => void] {
  const [shown, setShown] = useState(value);
  const underWay = useRef<string[]>([]);
  useEffect(() => {
    const came = underWay.current.indexOf(value);
    underWay.current.splice(0, came + 1);
    if (came < 0) setShown(value);
  }, [value]);
  const choose = (colour: string) => {
    if (colour === shown) return;
    underWay.current.push(colour);
    setShown(colour);
    onChange(colour);
  };
  return [shown, choose];
}

interface PaletteRowProps {
  readonly palette: Palette;
  readonly onChoose: (colour: string) => void;
}

/** Colours to take by one tap. */
export function PaletteRow({ palette, onChoose }: PaletteRowProps) {
  const tokens = useTokens();
  return (
    <View role="group" aria-label={`Colours of ${palette.name}`}>
      <Words kind="small" soft>
        {palette.colours ? `Colours of ${palette.name}` : `Finding the colours of ${palette.name}…`}
      </Words>
      <View style={styles.palette}>
        {palette.colours?.map((colour) => (
          <Pressable
            key={colour}
            role="button"
            aria-label={`Take ${colourName(colour)}, ${colour}`}
            onPress={() => onChoose(colour)}
            style={styles.alone}
          >
            <View style={[styles.swatch, { backgroundColor: colour, borderColor: tokens.line }]} />
          </Pressable>
        ))}
      </View>
    </View>
  );
}

function HexInput({ value, onChange }: { value: string; onChange: (colour: string) => void }) {
  const tokens = useTokens();
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && !HEX.test(typed);
  return (
    <TextInput
      aria-label="Colour value"
      aria-invalid={wrong}
      value={typed ?? value}
      onChangeText={(text) => {
        setTyped(text);
        const match = HEX.exec(text.trim());
        if (match) onChange(`#${match[1].toLowerCase()}`);
      }}
      onBlur={() => setTyped(null)}
      style={[FIELD, { color: tokens.ink, borderColor: wrong ? tokens.rust : tokens.line }]}
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', minHeight: TOUCH, gap: 10 },
  label: { width: rem(104) },
  open: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH, flex: 1 },
  alone: { width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' },
  swatch: { width: 32, height: 32, borderRadius: RADIUS.inner, borderWidth: 1 },
  dialog: {
    alignSelf: 'center',
    width: 320,
    maxWidth: '94%',
    padding: 20,
    gap: 16,
    borderRadius: RADIUS.card,
  },
  palette: { flexDirection: 'row', flexWrap: 'wrap', minHeight: TOUCH },
});
