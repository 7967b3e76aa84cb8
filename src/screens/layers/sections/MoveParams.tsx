import type { Move } from '@/core/document';
import { moveKind, type MoveParam } from '@/core/moves';
import { Choice } from '@/ui/Chip';
import { NumberField } from '@/ui/NumberField';
import { Toggle } from '@/ui/Toggle';

interface MoveParamsProps {
  readonly move: Move;
  readonly onChange: (params: Move['params'], gesture: string | null) => void;
}

/** What a move's own kind has to set in its phase. */
export function MoveParams({ move, onChange }: MoveParamsProps) {
  return moveKind(move.kind)
    .params.filter(({ phases }) => !phases || phases.includes(move.phase))
    .map((param) => (
      <ParamField
        key={param.name}
        param={param}
        value={move.params[param.name]}
        onChange={(value, gesture) => onChange({ ...move.params, [param.name]: value }, gesture)}
      />
    ));
}

interface ParamFieldProps {
  readonly param: MoveParam;
  readonly value: number;
  readonly onChange: (value: number, gesture: string | null) => void;
}

function ParamField({ param, value, onChange }: ParamFieldProps) {
  const { label, unit, min, max, step, feel, choices, toggle } = param;
  if (toggle) {
    return (
      <Toggle label={label} value={value === 1} onChange={(on) => onChange(on ? 1 : 0, null)} />
    );
  }
  if (choices) {
    return (
      <Choice
        label={label}
        options={choices.map((choice, i) => ({ value: String(i), label: choice }))}
        value={String(value)}
        onChange={(choice) => onChange(Number(choice), null)}
      />
    );
  }
  return <NumberField {...{ label, unit, min, max, step, feel, value, onChange }} />;
}
