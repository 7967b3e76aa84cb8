import { importCopy, leaveUnreadable } from '@/store/media';
import type { Unreadable } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type ServerHealth } from '@/store/work';
import { Action } from '@/ui/Action';
import { Dialog } from '@/ui/Dialog';
import { MoonProgress } from '@/ui/MoonProgress';
import { Words } from '@/ui/Words';
import { useBackground } from './useBackground';
import { useLongWork } from './useLongWork';

/** Offers the server's copy of a file that this browser cannot read, one file after the other. */
export function UnreadableFiles() {
  const [first] = useAppSelector((state) => state.session.unreadable);
  return first ? <UnreadableFile key={first.id} file={first} /> : null;
}

function UnreadableFile({ file: { id, why } }: { readonly file: Unreadable }) {
  const dispatch = useAppDispatch();
  const health = useBackground<ServerHealth | null | undefined>(work.serverHealth, '', undefined);
  const { progress, problem, run, stop } = useLongWork<void>();
  const leave = () => {
    stop();
    dispatch(leaveUnreadable(id));
  };
  const copy = () => void run((report, signal) => dispatch(importCopy(id, report, signal)));
  return (
    <Dialog
      title="Bring in a copy?"
      open
      onClose={leave}
      actions={
        progress ? null : (
          <>
            <Action label="Leave it" onPress={leave} />
            {health?.proxies ? <Action label="Make a copy" tone="main" onPress={copy} /> : null}
          </>
        )
      }
    >
      <Words>{why}</Words>
      {progress ? (
        <MoonProgress doing="Making a copy" {...progress} onStop={stop} />
      ) : (
        <Words>{wayOn(health)}</Words>
      )}
      {problem ? <Words>{problem}</Words> : null}
    </Dialog>
  );
}

function wayOn(health: ServerHealth | null | undefined): string {
  if (health === undefined) return 'Asking whether a copy can be made here…';
  return health?.proxies
    ? 'A copy can be made that looks the same and is read everywhere. Your file stays as it is.'
    : 'A copy could be made by Moon Patch’s own server, with ffmpeg installed: start it with “npm run demo”. Or convert the file to H.264 or VP9 and bring that in.';
}
