import { useEffect, useState } from 'react';
import { tell } from '@/store/session';
import { keepAllParts, keptParts, type KeptParts } from '@/store/offline';
import { useAppDispatch } from '@/store/store';
import { Card } from '@/ui/Card';
import { Action } from '@/ui/Action';
import { Words } from '@/ui/Words';

/** What works without a network, and a way to have all of it. */
export function OfflineCard() {
  const dispatch = useAppDispatch();
  const [parts, setParts] = useState<KeptParts | null>(null);
  const [fetching, setFetching] = useState(false);
  useEffect(() => {
    keptParts().then(setParts, () => undefined);
  }, []);
  const keepAll = async () => {
    setFetching(true);
    await keepAllParts(setParts).catch((error: unknown) => dispatch(tell(error)));
    setFetching(false);
  };
  return (
    <Card heading title="Without a network">
      <Words>
        The app itself works without one once it was opened. Fonts, the demo kit and the recorded
        pen are kept when they are first used.
      </Words>
      <Words soft>{parts ? keptInWords(parts) : 'This browser does not keep them.'}</Words>
      {parts && parts.kept < parts.bytes ? (
        <Action
          label={fetching ? 'Fetching…' : 'Keep all of it'}
          disabled={fetching}
          onPress={() => void keepAll()}
        />
      ) : null}
    </Card>
  );
}

const megabytes = (bytes: number): string => (bytes / 1e6).toFixed(1);

const keptInWords = ({ kept, bytes }: KeptParts): string =>
  kept < bytes
    ? `${megabytes(kept)} of ${megabytes(bytes)} MB of them are here.`
    : `All of them are here, ${megabytes(bytes)} MB.`;
