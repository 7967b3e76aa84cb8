import { View } from 'react-native';
import { updateLayer, type ShapeLayer } from '@/core/document';
import { Choice } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import type { SectionProps } from './types';

const SHAPES: readonly { value: ShapeLayer['shape']; label: string; icon: string }[] = [
  { value: 'rectangle', label: 'Rectangle', icon: 'rectangle-outline' },
  { value: 'ellipse', label: 'Ellipse', icon: 'ellipse-outline' },
];

const LIMITS = { min: 1, max: 20000, step: 1, unit: 'px' } as const;

/** Which shape, and how large. */
export function ShapeSection({ layer, edit }: SectionProps<ShapeLayer>) {
  const change = (patch: Partial<ShapeLayer>, gesture: string | null = null) =>
    edit((overlay) => updateLayer(overlay, layer.id, patch), gesture);
  return (
    <View>
      <Choice
        label="Shape"
        options={SHAPES}
        value={layer.shape}
        onChange={(shape) => change({ shape })}
      />
      <NumberField
        label="Width"
        {...LIMITS}
        value={layer.width}
        feel={{ min: 1, max: 2000 }}
        onChange={(width, gesture) => change({ width }, gesture)}
      />
      <NumberField
        label="Height"
        {...LIMITS}
        value={layer.height}
        feel={{ min: 1, max: 1200 }}
        onChange={(height, gesture) => change({ height }, gesture)}
      />
      {layer.shape === 'rectangle' ? (
        <NumberField
          label="Corner radius"
          {...LIMITS}
          min={0}
          value={layer.radius}
          feel={{ min: 0, max: Math.max(1, Math.min(layer.width, layer.height) / 2) }}
          onChange={(radius, gesture) => change({ radius }, gesture)}
        />
      ) : null}
    </View>
  );
}
