import { useRouter } from 'expo-router';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Icon } from 'react-native-paper';
import type { Bundle, Overlay } from '@/core/document';
import { knownLook, look, verdictOf, selectCheckState } from '@/store/check';
import { useAppDispatch, useAppSelector } from '@/store/store';
import type { Looked } from '@/store/work';
import { Card } from '@/ui/Card';
import { Page } from '@/ui/Page';
import { Action } from '@/ui/Action';
import { LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { Frame } from '@/ui/Frame';
import { useWide } from '@/ui/layout';
import { MoonProgress } from '@/ui/MoonProgress';
import { useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { Missing } from '../shared/Missing';
import { UndoRedo } from '../shared/UndoRedo';
import { useGroundBundle, useGrounds } from '../shared/useGrounds';
import { useBundle } from '../shared/useBundle';
import { useLongWork } from '../shared/useLongWork';
import { useOverlaySteps } from '../shared/useSteps';
import { CheckCharts } from './CheckCharts';
import { FindingCard } from './FindingCard';
import { quoted } from '@/core/quoted';

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

const GUIDE = 'guide';

/** Where an overlay is judged: in a landing that it is on, else on its guide frame, or on footage. */
function useWhere(overlay: Overlay) {
  const { landings, footage } = useGrounds(overlay);
  const [chosen, choose] = useState<string | null>(null);
  const label = overlay.guide ? 'Its guide frame' : 'No footage yet';
  const first = landings.length > 0 ? [] : [{ value: GUIDE, label }];
  const options = [...landings, ...first, ...footage];
  const { value } = options.find((option) => option.value === chosen) ?? options[0];
  const bundle = useGroundBundle(overlay, value === GUIDE ? null : value);
  return { options, value, bundle, choose };
}

function Check({ bundle, overlay }: CheckProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const go = useOverlaySteps(overlay.id);
  const where = useWhere(overlay);
  const state = useAppSelector((root) => selectCheckState(root, overlay.id));
  const { progress, problem, run, stop } = useLongWork<Looked>();
  const around = where.bundle;
  const looked = knownLook(
    useAppSelector((root) => root.session.checks[overlay.id]),
    bundle,
    around,
  );
  const known = looked !== null;
  const measure = useCallback(
    () => void run((report, signal) => dispatch(look(bundle, around, report, signal))),
    [around, bundle, dispatch, run],
  );
  useEffect(() => {
    if (!known) measure();
  }, [known, measure]);
  return (
    <Frame
      title={overlay.name}
      onBack={() => router.replace('/')}
      step="check"
      go={go}
      check={state}
      tools={<UndoRedo id={overlay.id} />}
    >
      <Page>
        {where.options.length > 1 ? (
          <View>
            <Words kind="small" soft>
              Judged on
            </Words>
            <LongChoice
              label="Judged on"
              options={where.options}
              value={where.value}
              onChange={where.choose}
            />
          </View>
        ) : null}
        {progress ? (
          <MoonProgress doing="Looking at every frame" {...progress} onStop={stop} />
        ) : null}
        {problem ? <Words>{problem}</Words> : null}
        {looked ? <Findings bundle={bundle} overlay={overlay} looked={looked} /> : null}
        {!progress && !looked ? <Action label="Look again" tone="main" onPress={measure} /> : null}
      </Page>
    </Frame>
  );
}

function Findings({ bundle, overlay, looked }: CheckProps & { readonly looked: Looked }) {
  const wide = useWide();
  const sending = useAppSelector((state) => state.session.sendings[overlay.id]);
  const verdict = useMemo(() => verdictOf(bundle, looked, sending), [bundle, looked, sending]);
  const { measured, landed } = looked;
  const where = landed?.name ? ` · judged in ${quoted(landed.name)}` : '';
  return (
    <View style={styles.verdict}>
      <Words kind="title">{verdict.sentence}</Words>
      <Words kind="small" soft>
        {`${measured.frames.length} frames looked at, at ${measured.width} × ${measured.height}${where}`}
      </Words>
      <View style={wide ? styles.wide : styles.narrow}>
        <View style={wide ? styles.half : undefined}>
          <View style={styles.verdict}>
            {verdict.findings.map((finding) => (
              <FindingCard key={finding.rule} bundle={bundle} finding={finding} />
            ))}
            <Others others={verdict.others} />
          </View>
        </View>
        {verdict.state === 'empty' ? null : (
          <View style={[styles.verdict, wide && styles.half]}>
            <CheckCharts overlay={overlay} measured={measured} />
          </View>
        )}
      </View>
    </View>
  );
}

type OtherOutcomes = ReturnType<typeof verdictOf>['others'];

/** What the other rules said: that all is well, or why they could not look. */
function Others({ others }: { readonly others: OtherOutcomes }) {
  const tokens = useTokens();
  const fine = others.filter(({ outcome }) => outcome.kind === 'fine');
  const unmeasured = others.filter(({ outcome }) => outcome.kind === 'unmeasured');
  const list = (entries: OtherOutcomes) =>
    entries.map(({ label, outcome }) => (
      <View key={label} style={styles.other}>
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
    ));
  return (
    <Card style={styles.folds}>
      {fine.length > 0 ? (
        <Fold label="All is well" icon="check-all" now={`${fine.length} looked at`}>
          {list(fine)}
        </Fold>
      ) : null}
      {unmeasured.length > 0 ? (
        <Fold
          label="Could not be told"
          icon="help-circle-outline"
          now={`${unmeasured.length} left open`}
        >
          {list(unmeasured)}
        </Fold>
      ) : null}
    </Card>
  );
}

const styles = StyleSheet.create({
  verdict: { gap: 12 },
  narrow: { gap: 12 },
  wide: { flexDirection: 'row', gap: 16, alignItems: 'flex-start' },
  half: { flex: 1, minWidth: 0 },
  folds: { paddingVertical: 4 },
  other: { flexDirection: 'row', gap: 12, paddingVertical: 8 },
  flex: { flex: 1 },
});
