import { StyleSheet, View } from 'react-native';
import type { Effects } from '@/core/document';
import { importFiles } from '@/store/media';
import { selectLuts } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Alert } from '@/ui/Alert';
import { Chip, LongChoice } from '@/ui/Chip';
import { ShareField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import { chooseFiles } from '../../shared/files';

interface LutFieldsProps {
  readonly effects: Effects;
  readonly onChange: (patch: Partial<Effects>, gesture: string | null) => void;
}

const NONE = '';

/** A table of colours (LUT) from a `.cube` file, and how much of its change is made. */
export function LutFields({ effects: { lut, lutStrength }, onChange }: LutFieldsProps) {
  const dispatch = useAppDispatch();
  const luts = useAppSelector(selectLuts);
  const missing = lut !== null && !luts.some(({ id }) => id === lut);
  const bring = async () => {
    const brought = await dispatch(importFiles(await chooseFiles('.cube', false)));
    const table = brought.find((entry) => entry.kind === 'lut');
    if (table) onChange({ lut: table.id }, null);
  };
  return (
    <View>
      {missing ? (
        <Alert text="The LUT that was used here is no longer in the kit. Choose another one." />
      ) : null}
      <Words kind="small" soft>
        Table of colours (LUT)
      </Words>
      {luts.length > 0 ? (
        <LongChoice
          label="LUT"
          options={[
            { value: NONE, label: 'None' },
            ...luts.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          value={lut ?? NONE}
          onChange={(id) => onChange({ lut: id === NONE ? null : id }, null)}
        />
      ) : null}
      <View style={styles.row}>
        <Chip icon="plus" label="Bring in a LUT (.cube)" onPress={() => void bring()} />
      </View>
      {lut ? (
        <ShareField
          label="LUT strength"
          value={lutStrength}
          onChange={(strength, gesture) => onChange({ lutStrength: strength }, gesture)}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', paddingVertical: 6 } });
