import { useRef, useState, type RefObject } from 'react';
import {
  Pressable,
  ScrollView,
  StyleSheet,
  TextInput,
  useWindowDimensions,
  View,
} from 'react-native';
import { Icon } from 'react-native-paper';
import { IconAction } from '@/ui/Action';
import { isStop } from '@/ui/keys';
import { ModalCard } from '@/ui/ModalCard';
import { useSighted } from '@/ui/sight';
import { FIELD, RADIUS, TOUCH, rem, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { useFaces, useFontChoices, type FontChoice } from './fontFaces';

interface FontFieldProps {
  readonly label: string;
  readonly value: string;
  /** The words that are being set, which every font is shown with. */
  readonly words: string;
  readonly onChange: (font: string) => void;
}

/** The font of some words, chosen in a sheet that shows these words in each. */
export function FontField({ label, value, words, onChange }: FontFieldProps) {
  const tokens = useTokens();
  const [open, setOpen] = useState(false);
  const fonts = useFontChoices();
  const chosen = fonts.find(({ id }) => id === value);
  useFaces([value]);
  return (
    <>
      <Pressable
        role="button"
        aria-label={`${label}: ${chosen?.name ?? 'deleted'}. Change`}
        onPress={() => setOpen(true)}
        style={[styles.field, { borderColor: tokens.line }]}
      >
        <Words lines={1} style={[styles.name, { fontFamily: chosen?.face }]}>
          {chosen?.name ?? 'A font that was deleted'}
        </Words>
        <Icon source="chevron-right" size={20} color={tokens.softInk} />
      </Pressable>
      {open ? (
        <FontSheet
          {...{ label, value, words, fonts }}
          onClose={() => setOpen(false)}
          onChange={(font) => {
            setOpen(false);
            onChange(font);
          }}
        />
      ) : null}
    </>
  );
}

interface FontSheetProps extends FontFieldProps {
  readonly fonts: readonly FontChoice[];
  readonly onClose: () => void;
}

/** Not among the roles that the types know. */
const LISTBOX = 'listbox' as 'list';

/** Letters of the words that fit on a line of the sheet. */
const SAMPLE = 40;

function FontSheet({ label, value, words, fonts, onChange, onClose }: FontSheetProps) {
  const tokens = useTokens();
  const { height } = useWindowDimensions();
  const [sought, setSought] = useState('');
  const sample = words.trim().split('\n')[0].slice(0, SAMPLE);
  const found = fonts.filter(({ name, character }) =>
    `${name} ${character}`.toLowerCase().includes(sought.trim().toLowerCase()),
  );
  const chosen = found.findIndex(({ id }) => id === value);
  return (
    <ModalCard label={label} low onClose={onClose} style={[styles.sheet, { height: height * 0.8 }]}>
      <View style={styles.head}>
        <TextInput
          aria-label="Find a font"
          placeholder="Find by name or character"
          placeholderTextColor={tokens.softInk}
          value={sought}
          onChangeText={setSought}
          style={[FIELD, styles.find, { color: tokens.ink, borderColor: tokens.line }]}
        />
        <IconAction label="Close the fonts" icon="close" onPress={onClose} />
      </View>
      <ScrollView>
        <View role={LISTBOX} aria-label={label}>
          {found.map((font, i) => (
            <FontRow
              key={font.id}
              {...{ font, sample }}
              selected={i === chosen}
              stop={isStop(i, chosen)}
              onPress={() => onChange(font.id)}
            />
          ))}
        </View>
        {found.length === 0 ? (
          <Words soft style={styles.none}>
            No font here is called that.
          </Words>
        ) : null}
      </ScrollView>
    </ModalCard>
  );
}

const NONE: readonly string[] = [];

interface FontRowProps {
  readonly font: FontChoice;
  readonly sample: string;
  readonly selected: boolean;
  /** Whether Tab comes to it. */
  readonly stop: boolean;
  readonly onPress: () => void;
}

function FontRow({ font, sample, selected, stop, onPress }: FontRowProps) {
  const tokens = useTokens();
  const row = useRef<View>(null);
  // All of them weigh more than the app.
  useFaces(useSighted(row as unknown as RefObject<Element | null>) ? [font.id] : NONE);
  return (
    <Pressable
      ref={row}
      role="option"
      aria-selected={selected}
      tabIndex={stop ? 0 : -1}
      onPress={onPress}
      style={[styles.row, selected && { backgroundColor: tokens.moonSoft }]}
    >
      <View aria-hidden>
        <Words lines={1} style={[styles.sample, { fontFamily: font.face }]}>
          {sample || font.name}
        </Words>
      </View>
      <Words kind="small" soft={!selected} lines={1}>{`${font.name} · ${font.character}`}</Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  field: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: TOUCH + 4,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    paddingHorizontal: 12,
  },
  name: { flex: 1, fontSize: rem(18), lineHeight: rem(26) },
  sheet: { width: '100%', maxWidth: 560, marginBottom: 12, paddingVertical: 12 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 4, paddingLeft: 16, paddingRight: 6 },
  find: {
    flex: 1,
    minWidth: 0,
  },
  row: { paddingHorizontal: 16, paddingVertical: 8, minHeight: TOUCH },
  sample: { fontSize: rem(26), lineHeight: rem(38) },
  none: { padding: 16 },
});
