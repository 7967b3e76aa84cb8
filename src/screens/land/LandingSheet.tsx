import { StyleSheet, View } from 'react-native';
import { type Landing } from '@/core/document';
import { changeLength } from '@/core/edit';
import { ColourField } from '@/ui/ColourField';
import { SecondsField } from '@/ui/SecondsField';
import { Sheet } from '@/ui/Sheet';
import { Words } from '@/ui/Words';
import { RateField, SizeFields } from '../layers/CanvasFields';
import { useEditing } from '../layers/editing';

/** The landing's own settings. */
export function LandingSheet({ landing }: { readonly landing: Landing }) {
  const { edit } = useEditing();
  return (
    <Sheet
      top={
        <View style={styles.title}>
          <Words kind="heading">This landing</Words>
        </View>
      }
    >
      <Words>
        {landing.layers.length === 0
          ? 'Use Add: first the footage, then what is to lie over it.'
          : 'Choose a layer, on the stage or in the cue sheet, to key, place or time it.'}
      </Words>
      <SecondsField
        label="Length"
        frames={landing.length}
        rate={landing.rate}
        min={0.01}
        feel={{ min: 0.1, max: 60 }}
        onChange={(frames, gesture) =>
          edit((stack) => changeLength(stack, Math.max(1, frames)), gesture)
        }
      />
      {landing.backdrop.kind === 'key' ? (
        <ColourField
          label="Behind it all"
          value={landing.backdrop.colour}
          onChange={(colour, gesture) =>
            edit((stack) => ({ ...stack, backdrop: { kind: 'key', colour } }), gesture)
          }
        />
      ) : null}
      <SizeFields />
      <RateField />
    </Sheet>
  );
}

const styles = StyleSheet.create({ title: { paddingHorizontal: 16, paddingBottom: 4 } });
