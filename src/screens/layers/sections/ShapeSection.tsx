import { View } from 'react-native';
import { setShape, type ShapeLayer } from '@/core/document';
import { updateLayer } from '@/core/edit';
import { SHAPE_KINDS, shapeKind } from '@/core/shapes';
import { LongChoice } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';
import { useEditing } from '../editing';
import { PathActions } from './PathFields';
import { section, type SectionProps } from './types';

const SHAPES = SHAPE_KINDS.map(({ shape, label, icon }) => ({ value: shape, label, icon }));

const LIMITS = { min: 1, max: 20000, step: 1, unit: 'px' } as const;

export const shapeSection = section({
  name: 'what',
  label: 'Shape',
  kinds: ['shape'],
  Content: ShapeSection,
});

/** Which shape, how large, and what its own kind has to set. */
function ShapeSection({ layer }: SectionProps<ShapeLayer>) {
  const { edit } = useEditing();
  const kind = shapeKind(layer.shape);
  const change = (patch: Partial<ShapeLayer>, gesture: string | null = null) =>
    edit((document) => updateLayer(document, layer.id, patch), gesture);
  const setParam = (name: string, value: number, gesture: string | null = null) =>
    change({ params: { ...layer.params, [name]: value } }, gesture);
  return (
    <View>
      <LongChoice
        label="Shape"
        options={SHAPES}
        value={layer.shape}
        onChange={(shape) =>
          edit((document) => updateLayer(document, layer.id, setShape(layer, shape)))
        }
      />
      {kind.points ? (
        <PathActions
          path={layer.points}
          onChange={(points, gesture) => change({ points }, gesture)}
        />
      ) : (
        <>
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
        </>
      )}
      {kind.params.map((param) =>
        param.toggle ? (
          <Toggle
            key={param.name}
            label={param.label}
            value={layer.params[param.name] === 1}
            onChange={(on) => setParam(param.name, on ? 1 : 0)}
          />
        ) : (
          <NumberField
            key={param.name}
            label={param.label}
            unit={param.unit}
            min={param.min}
            max={param.max}
            step={param.step}
            feel={param.feel}
            value={layer.params[param.name]}
            onChange={(value, gesture) => setParam(param.name, value, gesture)}
          />
        ),
      )}
    </View>
  );
}
