import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Footage } from '@/core/document';
import { recoverAlpha } from '@/store/media';
import { selectFootage } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Alert } from '@/ui/Alert';
import { Action } from '@/ui/Action';
import { LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { MoonProgress } from '@/ui/MoonProgress';
import { Words } from '@/ui/Words';
import { useLongWork } from '../shared/useLongWork';

/** Gives an animation its transparency back from a second export over another colour. */
export function TwoBackdrops({ footage }: { readonly footage: Footage }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const others = useAppSelector(selectFootage).filter(
    ({ id, type }) => type === 'video' && id !== footage.id,
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const { progress, result, problem, run, stop } = useLongWork<{
    id: string;
    agreement: number;
  } | null>();
  const other = others.find(({ id }) => id === chosen) ?? null;
  if (footage.type !== 'video' || others.length === 0) return null;
  return (
    <Fold label="Two-backdrop recovery" icon="circle-half-full" now="transparency from two exports">
      <Words>
        The same animation, exported twice over two plain colours, best black and white, gives its
        exact transparency back. Choose the second one.
      </Words>
      <LongChoice
        label="The same over another colour"
        options={others.map(({ id, name }) => ({ value: id, label: name }))}
        value={chosen ?? ''}
        onChange={setChosen}
      />
      {progress ? (
        <MoonProgress doing="Recovering" {...progress} onStop={stop} />
      ) : (
        <View style={styles.row}>
          <Action
            label="Recover the transparency"
            icon="auto-fix"
            tone="main"
            disabled={other === null}
            onPress={() =>
              void run((report, signal) => dispatch(recoverAlpha(footage, other!, report, signal)))
            }
          />
        </View>
      )}
      {problem ? <Alert text={problem} /> : null}
      {result ? (
        <View role="status">
          <Words>{`Done: the two agree to ${Math.round(result.agreement * 100)} %. The clear clip is in the kit.`}</Words>
          <View style={styles.row}>
            <Action
              label="Open the clear clip"
              icon="open-in-new"
              onPress={() => router.push({ pathname: '/footage/[id]', params: { id: result.id } })}
            />
          </View>
        </View>
      ) : null}
    </Fold>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
