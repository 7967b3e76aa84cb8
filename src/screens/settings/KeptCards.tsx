import { useEffect, useState } from 'react';
import { mayChange } from '@/store/mayChange';
import { deleteUnread, unreadText } from '@/store/unreadParts';
import { findCopies, openCopy } from '@/store/kitFiles';
import { askForPersistence } from '@/store/persistence';
import type { Persistence } from '@/store/session';
import type { SafetyCopy, Unread } from '@/store/storage';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { bringBack, findUnused, freeUnused, type UnusedMedia } from '@/store/unusedMedia';
import { Card } from '@/ui/Card';
import { Action, IconAction } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { Words } from '@/ui/Words';
import { download } from '../shared/files';
import { Line } from './Line';
import { quoted } from '@/core/quoted';

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

const day = (milliseconds: number): string =>
  new Date(milliseconds).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });

const moment = (milliseconds: number): string =>
  new Date(milliseconds).toLocaleString('en-GB', {
    ...{ day: 'numeric', month: 'long', year: 'numeric', hour: '2-digit', minute: '2-digit' },
  });

/** What is asked for whenever something in it may have changed. */
function useRefreshable<T>(find: () => Promise<T>, first: T): readonly [T, () => void] {
  const [found, setFound] = useState(first);
  const [asked, setAsked] = useState(0);
  const ready = useAppSelector((state) => state.kit.status === 'ready');
  useEffect(() => {
    let current = true;
    find().then(
      (answer) => current && setFound(() => answer),
      () => undefined,
    );
    return () => {
      current = false;
    };
    // `find` is a new function each time, and asks the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, ready]);
  return [found, () => setAsked((count) => count + 1)];
}

const PERSISTENCE: Readonly<Record<Persistence, string>> = {
  'not asked':
    'The browser will be asked to keep your kit once there is something in it. Until then it may clear it when it needs room.',
  kept: 'The browser has promised to keep your kit, even when it needs room.',
  refused:
    'The browser has not promised to keep your kit: it may clear it when it needs room. Add this page to your bookmarks or your home screen and ask again, and save a kit file now and then.',
};

/** How much room there is, and whether the browser keeps what is saved. */
export function StorageCard() {
  const dispatch = useAppDispatch();
  const persistence = useAppSelector((state) => state.session.persistence);
  const [room] = useRefreshable(roomInWords, 'Asking the browser…');
  return (
    <Card heading title="Storage">
      <Words>{room}</Words>
      <Words soft>{PERSISTENCE[persistence]}</Words>
      {persistence === 'kept' ? null : (
        <Action
          label="Ask the browser to keep it"
          onPress={() => void dispatch(askForPersistence())}
        />
      )}
    </Card>
  );
}

async function roomInWords(): Promise<string> {
  try {
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return `${megabytes(usage)} used of about ${(quota / 1e9).toFixed(1)} GB this browser allows.`;
  } catch {
    return 'This browser does not tell how much room there is.';
  }
}

/** Earlier states of the kit, and kits that were replaced. */
export function CopiesCard() {
  const dispatch = useAppDispatch();
  const [copies, again] = useRefreshable(findCopies, []);
  const [chosen, setChosen] = useState<SafetyCopy | null>(null);
  const bring = () => {
    if (chosen) void dispatch(openCopy(chosen)).then(again);
    setChosen(null);
  };
  return (
    <Card heading title="Safety copies">
      <Words soft>
        Once a day, and before a kit is replaced, a copy of everything but the media files is kept:
        the last ten.
      </Words>
      {copies.map((copy) => (
        <Line key={copy.generation} name={copy.name} about={aboutCopy(copy)}>
          <Action label="Bring back" onPress={() => setChosen(copy)} />
        </Line>
      ))}
      {copies.length === 0 ? <Words soft>None yet.</Words> : null}
      <Dialog
        title="Bring this copy back?"
        open={chosen !== null}
        onClose={() => setChosen(null)}
        actions={
          <>
            <Action label="Leave it" onPress={() => setChosen(null)} />
            <Action label="Bring it back" tone="main" onPress={bring} />
          </>
        }
      >
        <Words>
          {`${quoted(chosen?.name ?? '')} takes the place of the kit as it is now, of which a copy is kept first.`}
        </Words>
      </Dialog>
    </Card>
  );
}

function aboutCopy({ at, why, counts }: SafetyCopy): string {
  const things = [
    `${counts.overlay} overlays`,
    `${counts.footage} footage`,
    `${counts.landing} landings`,
  ].join(', ');
  return `${moment(at)} · ${things}${why === 'replaced' ? ' · replaced then' : ''}`;
}

/** Media files that nothing in the kit names any more. */
export function UnusedCard() {
  const dispatch = useAppDispatch();
  const [unused, again] = useRefreshable(() => dispatch(findUnused()), []);
  if (unused.length === 0) return null;
  const sum = unused.reduce((total, { bytes }) => total + bytes, 0);
  const free = (files: readonly UnusedMedia[]) =>
    void dispatch(freeUnused(files.map(({ hash }) => hash))).then(again);
  return (
    <Card heading title="Files no longer used">
      <Words soft>
        {`${megabytes(sum)} that nothing in the kit needs. They go by themselves after seven days; until then a kit that was replaced may need them again.`}
      </Words>
      {unused.map((file) => (
        <Line
          key={file.hash}
          name={file.name}
          about={`${megabytes(file.bytes)} · kept until ${day(file.until)}`}
        >
          <IconAction
            label={`Bring ${file.name} back into the kit`}
            icon="restore"
            onPress={() => void dispatch(bringBack(file)).then(again)}
          />
          <IconAction
            label={`Delete ${file.name} for good`}
            icon="delete-outline"
            onPress={() => free([file])}
          />
        </Line>
      ))}
      <Action label="Free all of it now" tone="repair" onPress={() => free(unused)} />
    </Card>
  );
}

/** What of the kit could not be read: it can be saved as it is. */
export function LeftOutCard() {
  const dispatch = useAppDispatch();
  const unread = useAppSelector((state) => state.session.unread);
  if (unread.length === 0) return null;
  const save = async (part: Unread) => {
    const text = await unreadText(part);
    if (text === null) return;
    const file = new Blob([text], { type: 'application/json' });
    download(file, `${part.name.replace(/[“”]/g, '')}.json`);
  };
  return (
    <Card heading title="Could not be read">
      <Words soft>
        This is kept as it was found. Save it as a file before you delete it: a later Moon Patch may
        read it.
      </Words>
      {unread.map((part) => (
        <Line key={part.key} name={part.name}>
          <IconAction
            label={`Save ${part.name} as a file`}
            icon="download-outline"
            onPress={() => void save(part)}
          />
          <IconAction
            label={`Delete ${part.name} for good`}
            icon="delete-outline"
            onPress={() => {
              if (dispatch(mayChange())) void dispatch(deleteUnread(part));
            }}
          />
        </Line>
      ))}
    </Card>
  );
}
