import { StyleSheet, View } from 'react-native';
import type { ClipTime, Footage } from '@/core/document';
import { GOOD_SEAM } from '@/core/footage/loops';
import { work, type FoundLoop } from '@/store/work';
import { Action } from '@/ui/Action';
import { Words } from '@/ui/Words';
import { LookAction } from '../../shared/LookAction';
import { useLongWork } from '../../shared/useLongWork';

interface LoopFinderProps {
  readonly time: ClipTime;
  readonly footage: Footage;
  readonly onChange: (time: ClipTime) => void;
}

/** Seconds of the cross-fade that closes a loop whose jump would be seen. */
const FADE = 0.5;

/** Looks for the in and out point between which a clip loops best. */
export function LoopFinder({ time, footage, onChange }: LoopFinderProps) {
  const { progress, result, problem, run } = useLongWork<FoundLoop>();
  const find = () => void run((report, signal) => work.findLoop(footage, report, signal));
  const use = (found: FoundLoop) => {
    const good = found.seam <= GOOD_SEAM;
    const longest = { in: 0, out: null, seam: Math.min(FADE, footage.duration / 4) };
    const part = good ? { in: found.in, out: found.out, seam: 0 } : longest;
    onChange({ ...time, ...part, skips: [], after: 'loop' });
  };
  return (
    <View>
      <LookAction
        label="Find the best loop"
        icon="repeat-variant"
        progress={progress}
        problem={problem}
        onPress={find}
      />
      {result ? (
        <View role="group" aria-label="Best loop">
          <Words>{sayWhat(result)}</Words>
          <View style={styles.row}>
            <Action label="Use it" icon="check" tone="main" onPress={() => use(result)} />
          </View>
        </View>
      ) : null}
    </View>
  );
}

function sayWhat({ in: from, out, seam }: FoundLoop): string {
  const jump = `its jump is ${seam.toFixed(1)} × a step between frames`;
  if (seam <= GOOD_SEAM) return `From ${from.toFixed(2)} s to ${out.toFixed(2)} s: ${jump}.`;
  return `The best one would be seen: ${jump}. All of the clip with a cross-fade is better.`;
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
