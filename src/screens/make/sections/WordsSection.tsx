import { useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import { updateLayer, type Align, type WordsLayer } from '@/core/document';
import { FONTS } from '@/core/text/fonts';
import { Choice, LongChoice } from '@/ui/Chip';
import { newGesture } from '@/ui/gesture';
import { NumberField } from '@/ui/NumberField';
import { FONT, RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import type { SectionProps } from './types';

const ALIGNS: readonly { value: Align; label: string; icon: string }[] = [
  { value: 'left', label: 'Left', icon: 'format-align-left' },
  { value: 'centre', label: 'Centre', icon: 'format-align-center' },
  { value: 'right', label: 'Right', icon: 'format-align-right' },
];

const FONT_OPTIONS = FONTS.map((font) => ({
  value: font.id,
  label: `${font.name} · ${font.character}`,
}));

/** What the words say, and how they are set. */
export function WordsSection({ layer, edit }: SectionProps<WordsLayer>) {
  const tokens = useTokens();
  const [gesture, setGesture] = useState(newGesture);
  const change = (patch: Partial<WordsLayer>, group: string | null = null) =>
    edit((overlay) => updateLayer(overlay, layer.id, patch), group);
  // A layer that was never renamed is called what it says.
  const retype = (text: string) =>
    layer.name === nameOf(layer.text) ? { text, name: nameOf(text) } : { text };
  return (
    <View style={styles.column}>
      <TextInput
        aria-label="Words"
        multiline
        value={layer.text}
        onFocus={() => setGesture(newGesture())}
        onChangeText={(text) => change(retype(text), gesture)}
        style={[styles.text, { color: tokens.ink, borderColor: tokens.line }]}
      />
      <Words kind="small" soft>
        Font
      </Words>
      <LongChoice
        label="Font"
        options={FONT_OPTIONS}
        value={layer.font}
        onChange={(font) => change({ font })}
      />
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
    </View>
  );
}

const nameOf = (text: string): string => text.replace(/\s+/g, ' ').slice(0, 60);

const styles = StyleSheet.create({
  column: { gap: 4 },
  text: {
    minHeight: 56,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    padding: 10,
    fontFamily: FONT.text,
    fontSize: 16,
  },
});
