import { StyleSheet, View } from 'react-native';
import { type WordsLayer, type Move } from '@/core/document';
import { findLayer, lettersOf, updateMove } from '@/core/edit';
import type { LetterTarget } from '@/core/edit/letterTarget';
import { editWhenDone } from '@/store/lateEdits';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { Chip } from '@/ui/Chip';
import { PopMenu } from '@/ui/PopMenu';
import { Words } from '@/ui/Words';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import { quoted } from '@/core/quoted';

interface ThroughLetterProps {
  readonly layer: WordsLayer;
  readonly move: Move;
}

/** Sets a zoom so that the whole canvas ends inside a letter. */
export function ThroughLetter({ layer, move }: ThroughLetterProps) {
  const { bundle, document } = useEditing();
  const dispatch = useAppDispatch();
  const { result, problem, run } = useLongWork<LetterTarget | null>();
  const letters = lettersOf(layer.text);
  const through = result ? letters[result.letter] : null;
  const aim = (letter: number | null) =>
    void run((_progress, signal) =>
      dispatch(
        editWhenDone(
          document.id,
          {
            about: (stack) => [findLayer(stack, layer.id)],
            work: () => work.findLetterTarget(bundle, layer.id, letter),
            merge:
              ({ target: { x, y }, size }) =>
              (stack) =>
                updateMove(stack, layer.id, move.id, { params: { x, y, size } }),
          },
          signal,
        ),
      ),
    );
  const entries = [
    { id: 'best', label: 'The one with most room', onPress: () => aim(null) },
    ...letters.map((letter, i) => ({
      id: String(i),
      label: letter,
      onPress: () => aim(i),
    })),
  ];
  return (
    <View>
      <View style={styles.row}>
        <PopMenu
          title="Zoom through a letter"
          entries={entries}
          opener={(open) => (
            <Chip
              icon="alpha-o-circle-outline"
              label={through ? `Through ${quoted(through)}` : 'Through a letter'}
              onPress={open}
            />
          )}
        />
      </View>
      {problem ? <Words>{problem}</Words> : null}
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
