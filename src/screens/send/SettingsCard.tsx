import { isMoving, sentSize } from '@/core/formats';
import { NAME_PARTS } from '@/core/sending/fileName';
import type { FormatTrial } from '@/store/work';
import { Card } from '@/ui/Card';
import { Fold } from '@/ui/Fold';
import { NumberField } from '@/ui/NumberField';
import { TextField } from '@/ui/TextField';
import { useTokens } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';
import { BackdropFields } from './settings/BackdropFields';
import { GifFields } from './settings/GifFields';
import { SpanFields, StillField } from './settings/SpanFields';
import { TimeFields } from './settings/TimeFields';
import type { SettingsProps } from './settings/types';

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
