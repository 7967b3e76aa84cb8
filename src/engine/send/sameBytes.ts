import { EncodedPacketSink, type EncodedPacket, type InputVideoTrack } from 'mediabunny';

/** Whether two pieces of files are the same. */
export function sameBytes(a: Uint8Array, b: Uint8Array): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** A moment of a film, and how many of those that were asked for show the same bytes, one after the other. */
export interface Moment {
  readonly time: number;
  readonly frames: number;
}

/**
 * Puts moments together at which a film shows pictures of the same bytes that need no other one: such pictures are
 * the same pixels, and one of them need be decoded.
 * @param times seconds, in order
 */
export async function momentsOf(
  track: InputVideoTrack,
  times: readonly number[],
): Promise<readonly Moment[]> {
  const sink = new EncodedPacketSink(track);
  const moments: Moment[] = [];
  let last: EncodedPacket | null = null;
  for (const time of times) {
    const head = await sink.getPacket(time, { metadataOnly: true });
    // Only whole pictures are read: what needs others is decoded in any case.
    const packet = head?.type === 'key' ? await sink.getPacket(time) : null;
    const before = moments.at(-1);
    if (before && last && packet && samePicture(last, packet)) {
      moments[moments.length - 1] = { ...before, frames: before.frames + 1 };
    } else moments.push({ time, frames: 1 });
    last = packet;
  }
  return moments;
}

const NONE = new Uint8Array();

const samePicture = (a: EncodedPacket, b: EncodedPacket): boolean =>
  sameBytes(a.data, b.data) && sameBytes(a.sideData.alpha ?? NONE, b.sideData.alpha ?? NONE);
