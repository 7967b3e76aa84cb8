import { View } from 'react-native';
import type { Guide, Overlay } from '@/core/document';
import { selectFootage } from '@/store/selectors';
import { useAppSelector } from '@/store/store';
import { LongChoice } from '@/ui/Chip';
import { NumberField, ShareField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import type { Edit } from '../shared/useEdit';

const NONE = '';
const FIRST_STRENGTH = 0.6;

interface GuideFieldsProps {
  readonly overlay: Overlay;
  readonly edit: Edit;
}

/** The frame of footage to judge against; it is never exported. */
export function GuideFields({ overlay, edit }: GuideFieldsProps) {
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const { guide } = overlay;
  const chosen = footage.find((entry) => entry.id === guide?.footage);
  const set = (next: Guide | null, gesture: string | null = null) =>
    edit((document) => ({ ...document, guide: next }), gesture);
  const choose = (id: string) =>
    set(
      id === NONE ? null : { footage: id, seconds: 0, strength: guide?.strength ?? FIRST_STRENGTH },
    );
  const options = [
    { value: NONE, label: 'None' },
    ...footage.map((entry) => ({ value: entry.id, label: entry.name })),
  ];
  return (
    <View>
      <Words kind="small" soft>
        Guide frame: only to look at, never sent
      </Words>
      {footage.length === 0 ? (
        <Words>Bring footage into the kit to lay a frame of it under your work.</Words>
      ) : (
        <LongChoice
          label="Guide frame"
          options={options}
          value={guide?.footage ?? NONE}
          onChange={choose}
        />
      )}
      {guide && chosen?.type === 'video' ? (
        <NumberField
          label="Guide at"
          unit="s"
          value={guide.seconds}
          min={0}
          max={Number(chosen.duration.toFixed(2))}
          step={0.01}
          onChange={(seconds, gesture) => set({ ...guide, seconds }, gesture)}
        />
      ) : null}
      {guide && chosen ? (
        <ShareField
          label="Strength"
          value={guide.strength}
          onChange={(strength, gesture) => set({ ...guide, strength }, gesture)}
        />
      ) : null}
    </View>
  );
}
