import type { Backdrop, Landing, Overlay } from '@/core/document';
import { isMoving, sentSize, type Format, sentRate } from '@/core/formats';
import { NAME_PARTS } from '@/core/sending/fileName';
import type { Dither, SendSettings } from '@/core/document/sendSettings';
import { framesToSeconds, RATES, rateLabel, sameRate } from '@/core/time';
import type { FormatTrial } from '@/store/work';
import { Card } from '@/ui/Card';
import { Choice, LongChoice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { SecondsField } from '@/ui/SecondsField';
import { TextField } from '@/ui/TextField';
import { useTokens } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';

interface SettingsProps {
  readonly document: Overlay | Landing;
  readonly format: Format;
  readonly settings: SendSettings;
  readonly change: (change: Partial<SendSettings>) => void;
}

const MOST_SIDE = 7680;

/** From here on an enlarged picture looks soft. */
const SOFT = 1.25;

/** How large a file will be, which frames it holds, and all else about it. */
export function SettingsCard(props: SettingsProps & { readonly trial: FormatTrial | null }) {
  const { document, format, settings, change, trial } = props;
  const { scale, crop } = settings;
  const tokens = useTokens();
  const { width, height } = sentSize(document, format, scale);
  const most = MOST_SIDE / Math.max(document.width, document.height);
  const soft = trial && trial.enlarged > SOFT;
  return (
    <Card>
      <Words kind="strong">
        {crop ? `${scale} × the size of the artwork` : `${width} × ${height} pixels`}
      </Words>
      <NumberField
        label="Scale"
        unit="×"
        value={scale}
        min={0.05}
        max={Math.max(1, Math.floor(most * 100) / 100)}
        step={0.05}
        feel={{ min: 0.25, max: Math.max(1, Math.min(4, most)) }}
        onChange={(next) => change({ scale: next })}
      />
      {soft ? (
        <Words kind="small" style={{ color: tokens.rust }}>
          {`A picture in it is drawn ${trial.enlarged.toFixed(1)} times its own size and will look soft.`}
        </Words>
      ) : null}
      {document.kind === 'overlay' ? (
        <Toggle
          label="Crop to the artwork of all frames"
          value={crop}
          onChange={(next) => change({ crop: next })}
        />
      ) : null}
      {isMoving(format) ? <SpanFields {...props} /> : <StillField {...props} />}
      {document.kind === 'overlay' ? <BackdropFields {...props} /> : null}
      {isMoving(format) ? <TimeFields {...props} /> : null}
      {format.hardAlpha ? <GifFields {...props} /> : null}
      <Fold label="File name" icon="file-outline" now={settings.fileName}>
        <TextField
          label="Pattern"
          value={settings.fileName}
          onChange={(fileName) => change({ fileName })}
        />
        <Words kind="small" soft>
          {`${NAME_PARTS.map((part) => `{${part}}`).join(' ')} are filled in.`}
        </Words>
      </Fold>
    </Card>
  );
}

function StillField({ document, settings, change }: SettingsProps) {
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
function SpanFields({ document, settings: { span }, change }: SettingsProps) {
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

/** A colour that no overlay is made of, to begin with. */
const GREEN = '#00ff00';

type BackdropChoice = 'own' | Backdrop['kind'];

function BackdropFields({ document, settings: { backdrop }, change }: SettingsProps) {
  const own = document.backdrop.kind === 'clear' ? 'clear' : document.backdrop.colour;
  const now = backdrop === null ? own : backdrop.kind === 'clear' ? 'clear' : backdrop.colour;
  const choose = (kind: BackdropChoice) =>
    change({
      backdrop: kind === 'own' ? null : kind === 'clear' ? { kind } : { kind, colour: GREEN },
    });
  return (
    <Fold label="Backdrop in the file" icon="texture-box" now={now}>
      <Choice<BackdropChoice>
        label="Backdrop in the file"
        options={[
          { value: 'own', label: 'The overlay’s own' },
          { value: 'clear', label: 'Clear' },
          { value: 'key', label: 'A colour' },
        ]}
        value={backdrop?.kind ?? 'own'}
        onChange={choose}
      />
      {backdrop?.kind === 'key' ? (
        <ColourField
          label="Colour"
          value={backdrop.colour}
          onChange={(colour) => change({ backdrop: { kind: 'key', colour } })}
        />
      ) : null}
    </Fold>
  );
}

const OWN_RATE = 'own';

function TimeFields({ document, format, settings, change }: SettingsProps) {
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

const DITHERS: readonly { readonly value: Dither; readonly label: string }[] = [
  { value: 'none', label: 'None' },
  { value: 'ordered', label: 'Ordered' },
  { value: 'diffused', label: 'Error diffusion' },
];

/** How soft edges and many colours become what a GIF can hold. */
function GifFields({ settings: { gif }, change }: SettingsProps) {
  const set = (next: Partial<SendSettings['gif']>) => change({ gif: { ...gif, ...next } });
  const dither = DITHERS.find(({ value }) => value === gif.dither)!.label.toLowerCase();
  const now = `${gif.matte ?? 'no matte'}, dithering ${dither}`;
  return (
    <Fold label="Edges and colours" icon="dots-grid" now={now}>
      <NumberField
        label="Threshold"
        unit="%"
        value={Math.round(gif.threshold * 100)}
        min={1}
        max={100}
        step={1}
        onChange={(share) => set({ threshold: share / 100 })}
      />
      <Toggle
        label="Soft edges laid on a matte colour"
        value={gif.matte !== null}
        onChange={(on) => set({ matte: on ? '#ffffff' : null })}
      />
      {gif.matte === null ? null : (
        <ColourField label="Matte" value={gif.matte} onChange={(matte) => set({ matte })} />
      )}
      <Words>Dithering</Words>
      <Choice
        label="Dithering"
        options={DITHERS}
        value={gif.dither}
        onChange={(value) => set({ dither: value })}
      />
    </Fold>
  );
}
