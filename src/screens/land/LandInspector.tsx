import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { removeItem, restack, updateItem, type Landing, type LandingItem } from '@/core/document';
import { framesToSeconds, secondsToFrames } from '@/core/time';
import type { LandingEdit } from '@/store/actions';
import { selectFootage } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { Chip, LongChoice } from '@/ui/Chip';
import { NumberField, ShareField } from '@/ui/NumberField';
import { PlaceFields } from '@/ui/PlaceFields';
import { Sheet } from '@/ui/Sheet';
import { Tabs } from '@/ui/Tabs';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { KeyFields } from '../shared/KeyFields';

type Edit = (change: LandingEdit, gesture?: string | null) => void;

interface LandInspectorProps {
  readonly landing: Landing;
  readonly item: LandingItem | null;
  readonly edit: Edit;
  readonly picking: boolean;
  readonly onPick: () => void;
  readonly divided: boolean;
  readonly onDivide: (on: boolean) => void;
  readonly onDeselect: () => void;
}

type Section = 'key' | 'place' | 'time';

/** The chosen item's key, place and time; or, with nothing chosen, the landing's footage. */
export function LandInspector({ onDeselect, ...props }: LandInspectorProps) {
  const { item } = props;
  const [section, setSection] = useState<Section>('key');
  if (!item) return <BaseSheet landing={props.landing} edit={props.edit} />;
  const keyable = item.source.kind === 'footage';
  const tabs: readonly { value: Section; label: string }[] = [
    ...(keyable ? [{ value: 'key' as const, label: 'Key' }] : []),
    { value: 'place', label: 'Place' },
    { value: 'time', label: 'Time' },
  ];
  const shown = section === 'key' && !keyable ? 'place' : section;
  return (
    <Sheet
      top={
        <View style={styles.top}>
          <View style={styles.flex}>
            <Tabs tabs={tabs} value={shown} onChange={setSection} />
          </View>
          <Chip icon="close" label="Done" onPress={onDeselect} />
        </View>
      }
    >
      {shown === 'key' ? <KeySection {...props} item={item} /> : null}
      {shown === 'place' ? <PlaceSection {...props} item={item} /> : null}
      {shown === 'time' ? <TimeSection {...props} item={item} /> : null}
    </Sheet>
  );
}

interface ItemProps extends Omit<LandInspectorProps, 'item' | 'onDeselect'> {
  readonly item: LandingItem;
}

function KeySection({ item, edit, picking, onPick, divided, onDivide }: ItemProps) {
  return (
    <KeyFields
      value={item.key}
      onChange={(key, gesture) =>
        edit((document) => updateItem(document, item.id, { key }), gesture)
      }
    >
      <View style={styles.row}>
        <Chip
          icon="eyedropper"
          label={picking ? 'Tap the colour on the stage' : 'Pick'}
          selected={picking}
          onPress={onPick}
        />
        <Chip
          icon="compare"
          label="Before/after"
          selected={divided}
          onPress={() => onDivide(!divided)}
        />
      </View>
    </KeyFields>
  );
}

function PlaceSection({ landing, item, edit }: ItemProps) {
  const move = (by: 1 | -1) =>
    edit((document) => ({ ...document, items: restack(document.items, item.id, by) }));
  return (
    <View style={styles.column}>
      <PlaceFields
        place={item.place}
        canvas={landing}
        onChange={(place, gesture) =>
          edit((document) => updateItem(document, item.id, { place }), gesture)
        }
      />
      <ShareField
        label="Opacity"
        value={item.opacity}
        onChange={(opacity, gesture) =>
          edit((document) => updateItem(document, item.id, { opacity }), gesture)
        }
      />
      <Toggle
        label="Hidden"
        value={item.hidden}
        onChange={(hidden) => edit((document) => updateItem(document, item.id, { hidden }))}
      />
      <View style={styles.row}>
        <Action label="Bring forward" icon="arrange-bring-forward" onPress={() => move(1)} />
        <Action label="Send backward" icon="arrange-send-backward" onPress={() => move(-1)} />
        <Action
          label="Take off"
          icon="delete-outline"
          onPress={() => edit((document) => removeItem(document, item.id))}
        />
      </View>
    </View>
  );
}

function TimeSection({ landing, item, edit }: ItemProps) {
  const length = framesToSeconds(landing.length, landing.rate);
  return (
    <NumberField
      label="Starts at"
      unit="s"
      value={framesToSeconds(item.start, landing.rate)}
      min={-3600}
      max={3600}
      step={0.01}
      feel={{ min: 0, max: length }}
      onChange={(seconds, gesture) =>
        edit(
          (document) =>
            updateItem(document, item.id, { start: secondsToFrames(seconds, document.rate) }),
          gesture,
        )
      }
    />
  );
}

const NONE = '';

function BaseSheet({ landing, edit }: { readonly landing: Landing; readonly edit: Edit }) {
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const options = [
    { value: NONE, label: 'None' },
    ...footage.map((entry) => ({ value: entry.id, label: entry.name })),
  ];
  return (
    <Sheet
      top={
        <View style={styles.heading}>
          <Words kind="heading">This landing</Words>
        </View>
      }
    >
      <Words kind="small" soft>
        Footage at the bottom
      </Words>
      <LongChoice
        label="Footage at the bottom"
        options={options}
        value={landing.base ?? NONE}
        onChange={(id) => edit((document) => ({ ...document, base: id === NONE ? null : id }))}
      />
      {landing.base !== null && !footage.some((entry) => entry.id === landing.base) ? (
        <Words>Its footage is no longer in the kit. Choose another.</Words>
      ) : null}
      <NumberField
        label="Length"
        unit="s"
        value={framesToSeconds(landing.length, landing.rate)}
        min={0.01}
        max={3600}
        step={0.01}
        feel={{ min: 0.1, max: 60 }}
        onChange={(seconds, gesture) =>
          edit(
            (document) => ({
              ...document,
              length: Math.max(1, secondsToFrames(seconds, document.rate)),
            }),
            gesture,
          )
        }
      />
      {landing.items.length === 0 ? (
        <Words>Use Add to lay an overlay or a clip over the footage.</Words>
      ) : (
        <Words>Choose an item, on the stage or in the cue sheet, to key, place or time it.</Words>
      )}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  top: { flexDirection: 'row', alignItems: 'center', paddingRight: 12 },
  flex: { flex: 1, minWidth: 0 },
  column: { gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  heading: { paddingHorizontal: 16, paddingBottom: 4 },
});
