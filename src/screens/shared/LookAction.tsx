import { StyleSheet, View } from 'react-native';
import { Alert } from '@/ui/Alert';
import { Action } from '@/ui/Action';
import type { LongWork } from './useLongWork';

interface LookActionProps extends Pick<LongWork<unknown>, 'progress' | 'problem'> {
  readonly label: string;
  readonly icon: string;
  readonly onPress: () => void;
}

/** Starts a short search in the background; tells how far it is, and why nothing was found. */
export function LookAction({ label, icon, progress, problem, onPress }: LookActionProps) {
  return (
    <View>
      <View style={styles.row}>
        <Action
          label={progress ? looking(progress) : label}
          icon={icon}
          disabled={progress !== null}
          onPress={onPress}
        />
      </View>
      {problem ? <Alert text={problem} /> : null}
    </View>
  );
}

const looking = ({ done, total }: NonNullable<LongWork<unknown>['progress']>): string =>
  total > 0 ? `Looking… ${done} of ${total}` : 'Looking…';

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
