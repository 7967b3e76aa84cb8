import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type WordsLayer, type Move } from '@/core/document';
import { lettersOf, updateMove } from '@/core/edit';
import { plainWords } from '@/core/errors';
import { work } from '@/store/work';
import { Chip } from '@/ui/Chip';
import { PopMenu } from '@/ui/PopMenu';
import { Words } from '@/ui/Words';
import { useEditing } from '../editing';
import { quoted } from '@/core/quoted';

interface ThroughLetterProps {
  readonly layer: WordsLayer;
  readonly move: Move;
}

/** Sets a zoom so that the whole canvas ends inside a letter. */
export function ThroughLetter({ layer, move }: ThroughLetterProps) {
  const { bundle, edit } = useEditing();
  const [problem, setProblem] = useState<string | null>(null);
  const [through, setThrough] = useState<string | null>(null);
  const letters = lettersOf(layer.text);
  const aim = async (letter: number | null) => {
    setProblem(null);
    try {
      const found = await work.findLetterTarget(bundle, layer.id, letter);
      const { x, y } = found.target;
      setThrough(letters[found.letter]);
      edit((document) =>
        updateMove(document, layer.id, move.id, { params: { x, y, size: found.size } }),
      );
    } catch (error) {
      setProblem(plainWords(error));
    }
  };
  const entries = [
    { id: 'best', label: 'The one with most room', onPress: () => void aim(null) },
    ...letters.map((letter, i) => ({
      id: String(i),
      label: letter,
      onPress: () => void aim(i),
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
