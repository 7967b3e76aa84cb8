import { sentRate } from '@/core/formats';
import { RATES, rateLabel, sameRate } from '@/core/time';
import { LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { Words } from '@/ui/Words';
import type { SettingsProps } from './types';

const OWN_RATE = 'own';

/** How many frames a second a file has, and how often it plays. */
export function TimeFields({ document, format, settings, change }: SettingsProps) {
  const { rate, plays } = settings;
  const known = RATES.find((entry) => rate && sameRate(entry.rate, rate));
  const wanted = rate ?? document.rate;
  const sent = sentRate(wanted, format);
  const slower = !sameRate(sent, wanted);
  return (
    <>
      <Fold
        label="Frame rate"
        icon="metronome"
        now={rate || slower ? rateLabel(sent) : `${rateLabel(sent)}, its own`}
      >
        <LongChoice
          label="Frame rate of the file"
          options={[
            { value: OWN_RATE, label: 'Its own' },
            ...RATES.filter((entry) => sameRate(sentRate(entry.rate, format), entry.rate)).map(
              ({ label }) => ({ value: label, label }),
            ),
          ]}
          value={known?.label ?? OWN_RATE}
          onChange={(label) =>
            change({ rate: RATES.find((entry) => entry.label === label)?.rate ?? null })
          }
        />
        {slower ? (
          <Words kind="small" soft>
            {`${format.label} plays at up to ${format.fastest} frames a second: of ${rateLabel(wanted)} it gets ${rateLabel(sent)}.`}
          </Words>
        ) : null}
        <Words kind="small" soft>
          At another rate frames are repeated or left out; what it lasts stays the same.
        </Words>
      </Fold>
      {format.loops ? (
        <>
          <NumberField
            label="Plays"
            unit="×"
            value={plays}
            min={0}
            max={100}
            step={1}
            feel={{ min: 0, max: 10 }}
            onChange={(next) => change({ plays: next })}
          />
          <Words kind="small" soft>
            {plays === 0 ? 'With 0 it goes round for good.' : 'Then its last frame stays.'}
          </Words>
        </>
      ) : null}
    </>
  );
}
