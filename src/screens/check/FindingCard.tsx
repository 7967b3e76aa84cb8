import { useCallback } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import type { Finding, Severity } from '@/core/check';
import type { Bundle } from '@/core/document';
import { editOverlay } from '@/store/editing';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { RADIUS, useTokens, type Tokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { usePictures } from '../shared/usePictures';

const SEVERITY: Readonly<Record<Severity, { icon: string; word: string; colour: keyof Tokens }>> = {
  stops: { icon: 'close-octagon-outline', word: 'Would go wrong', colour: 'rust' },
  hurts: { icon: 'alert-outline', word: 'Would look worse', colour: 'rust' },
  note: { icon: 'note-text-outline', word: 'A note', colour: 'softInk' },
  polish: { icon: 'information-outline', word: 'A fine point', colour: 'moon' },
};

interface FindingCardProps {
  readonly bundle: Bundle;
  readonly finding: Finding;
}

/** What a rule found: a picture of the worst frame, the figure, and repairs of one tap. */
export function FindingCard({ bundle, finding }: FindingCardProps) {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const { icon, word, colour } = SEVERITY[finding.severity];
  const make = useCallback(
    async () => [await work.pictureOfFinding(bundle, finding.frame, finding.marking)],
    [bundle, finding.frame, finding.marking],
  );
  const { urls } = usePictures(make);
  // What goes wrong is to be seen; of the rest a small picture will do.
  const small = finding.severity === 'polish' || finding.severity === 'note';
  return (
    <View
      role="article"
      aria-label={finding.title}
      style={[
        styles.card,
        small && styles.smallCard,
        { backgroundColor: tokens.card, borderLeftColor: tokens[colour] },
      ]}
    >
      <View
        style={[
          small ? styles.smallPicture : styles.picture,
          {
            backgroundColor: tokens.line,
            aspectRatio: bundle.document.width / bundle.document.height,
          },
        ]}
      >
        {urls.length > 0 ? (
          <Image
            source={{ uri: urls[0] }}
            accessibilityLabel={
              finding.marking
                ? `Frame ${finding.frame}, with the places marked`
                : `Frame ${finding.frame}`
            }
            style={styles.image}
          />
        ) : null}
      </View>
      <View style={[styles.words, small && styles.flex]}>
        <View style={styles.severity}>
          <Icon source={icon} size={16} color={tokens[colour]} />
          <Words kind="small" soft>
            {word}
          </Words>
        </View>
        <Words kind="strong">{finding.title}</Words>
        <Words kind="small" soft>
          {finding.detail}
        </Words>
        <View style={styles.repairs}>
          {finding.repairs.map((repair, i) => (
            <Action
              key={repair.label}
              label={repair.label}
              tone={i === 0 ? 'repair' : 'plain'}
              onPress={() => dispatch(editOverlay(bundle.document.id, repair.apply))}
            />
          ))}
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, borderLeftWidth: 4, padding: 12, gap: 10 },
  smallCard: { flexDirection: 'row' },
  smallPicture: {
    width: 116,
    borderRadius: RADIUS.inner,
    overflow: 'hidden',
    alignSelf: 'flex-start',
  },
  flex: { flex: 1 },
  picture: { width: '100%', maxHeight: 260, borderRadius: RADIUS.inner, overflow: 'hidden' },
  image: { width: '100%', height: '100%' },
  words: { gap: 4 },
  severity: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  repairs: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 6 },
});
