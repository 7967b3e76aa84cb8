import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, TextInput, View } from 'react-native';
import {
  likelyFilling,
  planOverlays,
  readTable,
  wordsLayers,
  type PlannedOverlay,
  type Table,
  type TableFilling,
} from '@/core/document';
import { plainWords } from '@/core/errors';
import { addFromTable } from '@/store/fromTable';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { LongChoice } from '@/ui/Chip';
import { FONT, RADIUS, rem, useTokens } from '@/ui/theme';
import { ModalCard } from '@/ui/ModalCard';
import { Words } from '@/ui/Words';
import { chooseFiles } from '../shared/files';
import { useBackground } from '../shared/useBackground';
import { EditingContext, useEditing } from '../layers/editing';
import { useOverlay } from './useOverlay';
import { quoted } from '@/core/quoted';

/** One overlay a row of a table: the words of this one, filled in anew. */
export function ManyFromTable() {
  const { overlay } = useOverlay();
  const [open, setOpen] = useState(false);
  if (wordsLayers(overlay).length === 0) return null;
  return (
    <View style={styles.row}>
      <Action label="Many from a table" icon="table-large" onPress={() => setOpen(true)} />
      {open ? <TableDialog onClose={() => setOpen(false)} /> : null}
    </View>
  );
}

function TableDialog({ onClose }: { readonly onClose: () => void }) {
  const tokens = useTokens();
  const editing = useEditing();
  const { overlay } = useOverlay();
  const [text, setText] = useState('');
  const table = readOrProblem(text);
  const [filling, setFilling] = useState<TableFilling>({});
  const read = async () => {
    const [file] = await chooseFiles('.csv,.tsv,.txt,text/csv', false);
    if (file) setText(await file.text());
  };
  const used = 'columns' in table ? { ...likelyFilling(overlay, table), ...filling } : {};
  return (
    <ModalCard label="Many from a table" onClose={onClose} style={styles.dialog}>
      <Words kind="heading">Many from a table</Words>
      <ScrollView style={styles.scroll}>
        <View style={styles.row}>
          <Action
            label="Choose a CSV file"
            icon="file-delimited-outline"
            onPress={() => void read()}
          />
        </View>
        <TextInput
          aria-label="Table"
          multiline
          placeholder={'name,what\nFennel Hill,sewn by hand'}
          placeholderTextColor={tokens.softInk}
          value={text}
          onChangeText={setText}
          style={[styles.text, { color: tokens.ink, borderColor: tokens.line }]}
        />
        {'problem' in table ? (
          text === '' ? null : (
            <Words>{table.problem}</Words>
          )
        ) : (
          // What is in a portal is drawn elsewhere, out of the screen's own context.
          <EditingContext value={editing}>
            <Filling table={table} filling={used} onChange={setFilling} />
            <Planned table={table} filling={used} onClose={onClose} />
          </EditingContext>
        )}
      </ScrollView>
      <Action label="Close" onPress={onClose} />
    </ModalCard>
  );
}

function readOrProblem(text: string): Table | { readonly problem: string } {
  try {
    return readTable(text);
  } catch (error) {
    return { problem: plainWords(error) };
  }
}

interface TableProps {
  readonly table: Table;
  readonly filling: TableFilling;
}

const AS_IT_IS = '';

/** Which column goes into which words. */
function Filling({
  table,
  filling,
  onChange,
}: TableProps & { readonly onChange: (filling: TableFilling) => void }) {
  const { overlay } = useOverlay();
  const options = [
    { value: AS_IT_IS, label: 'As it is' },
    ...table.columns.map((column, i) => ({ value: String(i), label: column || `Column ${i + 1}` })),
  ];
  return (
    <View>
      {wordsLayers(overlay).map((layer) => (
        <View key={layer.id}>
          <Words kind="small" soft>{`${quoted(layer.name)} says`}</Words>
          <LongChoice
            label={`${quoted(layer.name)} says`}
            options={options}
            value={filling[layer.id] === null ? AS_IT_IS : String(filling[layer.id])}
            onChange={(column) =>
              onChange({ ...filling, [layer.id]: column === AS_IT_IS ? null : Number(column) })
            }
          />
        </View>
      ))}
    </View>
  );
}

/** What would be made, with what is wrong about it; nothing is made before it is asked for. */
function Planned({ table, filling, onClose }: TableProps & { readonly onClose: () => void }) {
  const router = useRouter();
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const { overlay, bundle } = useOverlay();
  const planned = planOverlays(overlay, table, filling);
  const overflow = useOverflow(planned);
  const problemsOf = (plan: PlannedOverlay, i: number) => [
    ...plan.problems,
    ...(overflow[i] ?? []).map((name) => `${quoted(name)} would not fit on the canvas`),
  ];
  const wrong = planned.filter((plan, i) => problemsOf(plan, i).length > 0).length;
  const makeThem = () => {
    dispatch(addFromTable(bundle.document.id, planned));
    onClose();
    router.replace('/');
  };
  const count = planned.length === 1 ? '1 overlay' : `${planned.length} overlays`;
  return (
    <View>
      <View role="table" aria-label="What would be made">
        {planned.map((plan, i) => (
          <View key={plan.row} role="row" style={[styles.plan, { borderColor: tokens.line }]}>
            <Words kind="strong">{plan.name}</Words>
            <Words kind="small" soft>
              {Object.values(plan.texts).filter(Boolean).join(' · ')}
            </Words>
            {problemsOf(plan, i).map((problem) => (
              <Words key={problem} kind="small" style={{ color: tokens.rust }}>
                {`⚠ ${problem}`}
              </Words>
            ))}
          </View>
        ))}
      </View>
      <View style={styles.row}>
        <Action
          label={wrong > 0 ? `Make ${count}, ${wrong} with problems` : `Make ${count}`}
          icon="check"
          tone="main"
          onPress={makeThem}
        />
      </View>
    </View>
  );
}

const NONE: readonly (readonly string[])[] = [];

/** Words that are too wide are only known once they are laid out, in the background. */
function useOverflow(planned: readonly PlannedOverlay[]): readonly (readonly string[])[] {
  const { bundle } = useEditing();
  return useBackground(() => work.findOverflow(bundle, planned), JSON.stringify(planned), NONE);
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', paddingVertical: 8 },
  dialog: {
    width: '94%',
    maxWidth: 560,
    maxHeight: '90%',
    padding: 20,
    gap: 12,
  },
  scroll: { flexGrow: 0, flexShrink: 1 },
  text: {
    minHeight: 110,
    borderWidth: 1,
    borderRadius: RADIUS.inner,
    padding: 10,
    fontFamily: FONT.text,
    fontSize: rem(16),
  },
  plan: { borderTopWidth: 1, paddingVertical: 6 },
});
