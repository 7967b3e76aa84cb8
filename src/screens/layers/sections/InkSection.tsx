import { StyleSheet, View } from 'react-native';
import { createBoil, type InkLayer } from '@/core/document';
import { changeInk } from '@/core/edit';
import { Action } from '@/ui/Action';
import { Words } from '@/ui/Words';
import { AllStrokes } from '../../shared/AllStrokes';
import { BoilFields } from '../../shared/BoilFields';
import { useOpenDrawing } from '../../shared/useOpenDrawing';
import { useEditing } from '../editing';
import { section, type SectionProps } from './types';

export const inkSection = section({
  name: 'what',
  label: 'Drawing',
  kinds: ['ink'],
  Content: InkSection,
});

/** What is drawn: the way to the pen, its colour and thickness, and its boil. */
function InkSection({ layer }: SectionProps<InkLayer>) {
  const { document, edit } = useEditing();
  const open = useOpenDrawing(document.id);
  const change = (next: (entry: InkLayer) => InkLayer, gesture: string | null = null) =>
    edit((document) => changeInk(document, layer.id, next), gesture);
  const strokes = layer.drawings.flatMap((drawing) => drawing.strokes);
  return (
    <View>
      <Words kind="small" soft>
        {summary(layer, strokes.length)}
      </Words>
      <View style={styles.row}>
        <Action
          label={strokes.length === 0 ? 'Draw' : 'Draw on it'}
          icon="draw-pen"
          tone="main"
          onPress={() => open(layer.id)}
        />
      </View>
      <AllStrokes layer={layer} change={change} />
      <BoilFields
        boil={layer.boil}
        first={createBoil(document)}
        onChange={(boil, gesture) => change((entry) => ({ ...entry, boil }), gesture)}
      />
    </View>
  );
}

function summary({ drawings, rate }: InkLayer, strokes: number): string {
  const count = strokes === 1 ? '1 stroke' : `${strokes} strokes`;
  if (strokes === 0) return 'Nothing is drawn yet.';
  return drawings.length > 1 ? `${drawings.length} frames, ${rate} a second, ${count}` : count;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingVertical: 4 },
});
