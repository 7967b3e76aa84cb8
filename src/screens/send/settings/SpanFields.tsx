import { framesToSeconds } from '@/core/time';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { Toggle } from '@/ui/Toggle';
import type { SettingsProps } from './types';

/** Which frame a still is of. */
export function StillField({ document, settings, change }: SettingsProps) {
  return (
    <NumberField
      label="Frame"
      value={settings.still ?? Math.floor(document.length / 2)}
      min={0}
      max={document.length - 1}
      step={1}
      onChange={(still) => change({ still })}
    />
  );
}

/** From when to when a moving file lasts, or its parts by themselves. */
export function SpanFields({ document, settings: { span }, change }: SettingsProps) {
  const { length, rate } = document;
  const feel = { min: 0, max: framesToSeconds(length, rate) };
  const from = span.kind === 'range' ? span.from : 0;
  const to = span.kind === 'range' ? Math.min(length, span.to) : length;
  const shared = { rate, max: feel.max, feel };
  return (
    <>
      {document.kind === 'overlay' ? (
        <Toggle
          label="Arriving, staying, leaving as three files"
          value={span.kind === 'phases'}
          onChange={(apart) => change({ span: { kind: apart ? 'phases' : 'whole' } })}
        />
      ) : null}
      {span.kind === 'phases' ? null : (
        <>
          <SecondsField
            {...shared}
            label="From"
            frames={from}
            onChange={(next) =>
              change({ span: { kind: 'range', from: next, to: Math.max(to, next + 1) } })
            }
          />
          <SecondsField
            {...shared}
            label="To"
            frames={to}
            onChange={(next) =>
              change({ span: { kind: 'range', from: Math.min(from, next - 1), to: next } })
            }
          />
        </>
      )}
    </>
  );
}
