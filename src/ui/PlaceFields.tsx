import type { Place } from '@/core/document';
import { SCALE_LIMIT } from '@/core/place';
import { NumberField } from './NumberField';

interface PlaceFieldsProps {
  readonly place: Place;
  readonly canvas: { readonly width: number; readonly height: number };
  readonly onChange: (place: Place, gesture: string | null) => void;
}

/** Position, size and rotation as numbers. */
export function PlaceFields({ place, canvas, onChange }: PlaceFieldsProps) {
  const { min, max } = SCALE_LIMIT;
  return (
    <>
      <NumberField
        label="Across"
        unit="px"
        value={place.x}
        min={-100000}
        max={100000}
        step={1}
        feel={{ min: 0, max: canvas.width }}
        onChange={(x, gesture) => onChange({ ...place, x }, gesture)}
      />
      <NumberField
        label="Down"
        unit="px"
        value={place.y}
        min={-100000}
        max={100000}
        step={1}
        feel={{ min: 0, max: canvas.height }}
        onChange={(y, gesture) => onChange({ ...place, y }, gesture)}
      />
      <NumberField
        label="Scale"
        unit="%"
        value={place.scale * 100}
        min={min * 100}
        max={max * 100}
        step={1}
        feel={{ min: 2, max: 300 }}
        onChange={(percent, gesture) => onChange({ ...place, scale: percent / 100 }, gesture)}
      />
      <NumberField
        label="Rotation"
        unit="°"
        value={place.rotation}
        min={-3600}
        max={3600}
        step={1}
        feel={{ min: -180, max: 180 }}
        onChange={(rotation, gesture) => onChange({ ...place, rotation }, gesture)}
      />
    </>
  );
}
