import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import type { SendSettings } from '@/core/document/sendSettings';
import { selectDocument, selectOverlays } from '@/store/selectors';
import { queued, unqueued, type Queued } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Card } from '@/ui/Card';
import { Action, IconAction } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { Toggle } from '@/ui/Toggle';
import { Words } from '@/ui/Words';

interface QueueCardProps {
  /** What the person chose here, for what else is added. */
  readonly settings: SendSettings;
  readonly document: string;
  readonly busy: boolean;
  readonly onSendAll: (queue: readonly Queued[]) => void;
}

/** What waits to be sent together, in one zip. */
export function QueueCard({ settings, document, busy, onSendAll }: QueueCardProps) {
  const dispatch = useAppDispatch();
  const queue = useAppSelector((state) => state.session.queue);
  // What was deleted comes back into the queue if the deletion is undone.
  const present = useAppSelector((state) =>
    queue.reduce((sum, entry) => sum + (selectDocument(state, entry.document) ? 1 : 0), 0),
  );
  const [adding, setAdding] = useState(false);
  return (
    <Card title="Several at once">
      {queue.length === 0 ? (
        <Words kind="small" soft>
          Add this in one or more formats, and other overlays: all of them go into one zip.
        </Words>
      ) : null}
      <View role="list" aria-label="To be sent together">
        {queue.map((entry) => (
          <QueueEntry key={entry.key} entry={entry} />
        ))}
      </View>
      <View style={styles.actions}>
        <Action label="Add this" icon="plus" onPress={() => dispatch(queued(document, settings))} />
        <Action label="Add others" icon="layers-plus" onPress={() => setAdding(true)} />
        {queue.length > 0 ? (
          <Action
            label={`Send all ${present}`}
            tone="soft"
            disabled={busy || present === 0}
            onPress={() => onSendAll(queue)}
          />
        ) : null}
      </View>
      <OthersDialog
        open={adding}
        without={document}
        onClose={() => setAdding(false)}
        onAdd={(overlays) => overlays.forEach(({ id }) => dispatch(queued(id, settings)))}
      />
    </Card>
  );
}

function QueueEntry({ entry }: { readonly entry: Queued }) {
  const dispatch = useAppDispatch();
  const name = useAppSelector((state) => selectDocument(state, entry.document)?.name);
  const { format, scale } = entry.settings;
  const what = `${name ?? 'deleted'} · ${formatById(format)?.label}`;
  return (
    <View role="listitem" style={styles.entry}>
      <Words style={styles.name}>{`${what} · ${scale} ×`}</Words>
      <IconAction
        label={`Take out ${what}`}
        icon="close"
        onPress={() => dispatch(unqueued([entry.key]))}
      />
    </View>
  );
}

interface OthersDialogProps {
  readonly open: boolean;
  readonly without: string;
  readonly onClose: () => void;
  readonly onAdd: (overlays: readonly Overlay[]) => void;
}

function OthersDialog({ open, without, onClose, onAdd }: OthersDialogProps) {
  const overlays = useAppSelector(selectOverlays).filter(({ id }) => id !== without);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const add = () => {
    onAdd(overlays.filter(({ id }) => chosen.includes(id)));
    setChosen([]);
    onClose();
  };
  return (
    <Dialog
      title="Add other overlays"
      open={open}
      onClose={onClose}
      actions={<Action label="Add" tone="main" disabled={chosen.length === 0} onPress={add} />}
    >
      <Words kind="small" soft>
        They are sent by the settings chosen here.
      </Words>
      <View>
        {overlays.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            value={chosen.includes(id)}
            onChange={(on) =>
              setChosen(on ? [...chosen, id] : chosen.filter((other) => other !== id))
            }
          />
        ))}
        {overlays.length === 0 ? <Words>There are no others in the kit.</Words> : null}
      </View>
    </Dialog>
  );
}

const styles = StyleSheet.create({
  entry: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flex: 1 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
