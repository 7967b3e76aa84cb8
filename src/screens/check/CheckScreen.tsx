import { useRouter } from 'expo-router';
import { useEffect, useMemo } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import { judge, type Measured } from '@/core/check';
import type { Bundle, Overlay } from '@/core/document';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { Frame, useWide } from '@/ui/Frame';
import { MoonProgress } from '@/ui/MoonProgress';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { Missing } from '../shared/Missing';
import { UndoRedo } from '../shared/UndoRedo';
import { useBundle } from '../shared/useBundle';
import { useLongWork } from '../shared/useLongWork';
import { useOverlaySteps } from '../shared/useSteps';
import { ChromaChart } from './ChromaChart';
import { FindingCard } from './FindingCard';

/** Check: the verdict in a sentence, then what was found, by severity, with repairs. */
export function CheckScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  return <Check bundle={bundle} overlay={bundle.document} />;
}

interface CheckProps {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
}

function Check({ bundle, overlay }: CheckProps) {
  const router = useRouter();
  const go = useOverlaySteps(overlay.id);
  const { progress, result, problem, run, stop } = useLongWork<{
    measured: Measured;
    of: Overlay;
  }>();
  const measure = useMemo(
    () => () =>
      void run(async (report, signal) => ({
        measured: await work.measureOverlay(bundle, report, signal),
        of: overlay,
      })),
    [bundle, overlay, run],
  );
  useEffect(measure, [measure]);
  return (
    <Frame
      title={overlay.name}
      onBack={() => router.replace('/')}
      step="check"
      go={go}
      tools={<UndoRedo id={overlay.id} />}
    >
      <ScrollView contentContainerStyle={styles.page}>
        {progress ? (
          <MoonProgress doing="Looking at every frame" {...progress} onStop={stop} />
        ) : null}
        {problem ? <Words>{problem}</Words> : null}
        {result && result.of === overlay ? (
          <Verdict bundle={bundle} overlay={overlay} measured={result.measured} />
        ) : null}
        {!progress && result?.of !== overlay ? (
          <Action label="Look again" tone="main" onPress={measure} />
        ) : null}
      </ScrollView>
    </Frame>
  );
}

function Verdict({ bundle, overlay, measured }: CheckProps & { readonly measured: Measured }) {
  const tokens = useTokens();
  const wide = useWide();
  const verdict = useMemo(() => judge(overlay, measured), [overlay, measured]);
  const shows = measured.frames.some((frame) => frame.visible > 0);
  return (
    <View style={styles.verdict}>
      <Words kind="title">{verdict.sentence}</Words>
      <Words kind="small" soft>
        {`${measured.frames.length} frames looked at, at ${measured.width} × ${measured.height}`}
      </Words>
      <View style={wide ? styles.wide : styles.narrow}>
        <View style={wide ? styles.half : undefined}>
          <View style={styles.verdict}>
            {verdict.findings.map((finding) => (
              <FindingCard key={finding.rule} bundle={bundle} finding={finding} />
            ))}
            {verdict.others.map(({ label, outcome }) => (
              <View key={label} style={[styles.other, { backgroundColor: tokens.card }]}>
                <Icon
                  source={outcome.kind === 'fine' ? 'check-circle-outline' : 'help-circle-outline'}
                  size={20}
                  color={outcome.kind === 'fine' ? tokens.lichen : tokens.softInk}
                />
                <View style={styles.flex}>
                  <Words kind="strong">{label}</Words>
                  <Words kind="small" soft>
                    {outcome.reason}
                  </Words>
                </View>
              </View>
            ))}
          </View>
        </View>
        {shows ? (
          <View style={wide ? styles.half : undefined}>
            <ChromaChart overlay={overlay} measured={measured} />
          </View>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { padding: 16, paddingTop: 4, gap: 12, width: '100%', maxWidth: 1100, alignSelf: 'center' },
  verdict: { gap: 12 },
  narrow: { gap: 12 },
  wide: { flexDirection: 'row', gap: 16, alignItems: 'flex-start' },
  half: { flex: 1, minWidth: 0 },
  other: { flexDirection: 'row', gap: 12, borderRadius: RADIUS.card, padding: 14 },
  flex: { flex: 1 },
});
