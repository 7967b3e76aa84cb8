import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { hintSeen } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { IconAction } from '@/ui/Action';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface HintProps {
  /** The step it belongs to; each is shown on one visit only. */
  readonly step: string;
  readonly children: string;
}

/** One line that says what comes next, until the screen is left or it is closed. */
export function Hint({ step, children }: HintProps) {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const seen = useAppSelector((state) => state.session.hints.includes(step));
  useEffect(
    () => () => {
      dispatch(hintSeen(step));
    },
    [dispatch, step],
  );
  if (seen) return null;
  return (
    <View role="note" style={[styles.row, { backgroundColor: tokens.moonSoft }]}>
      <Words kind="small" style={styles.words}>
        {children}
      </Words>
      <IconAction label="Close the hint" icon="close" onPress={() => dispatch(hintSeen(step))} />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', paddingLeft: 12, borderRadius: RADIUS.inner },
  words: { flex: 1, minWidth: 0 },
});
