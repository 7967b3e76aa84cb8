import { frameOf, slicesOf } from '@/core/prores/frame';
import { colourLimit, type Profile, type Size } from '@/core/prores/profile';
import { COARSEST, FINEST, fittingQuantiser } from '@/core/prores/rate';
import { codeSlice, colourBytes } from '@/core/prores/slice';
import type { Rate } from '@/core/time';
import { numbersOf, type ProresKernels, type Turn } from '../kernels/prores';
import { hireTeam, type Team } from '../kernels/team';

/** Codes the slices of frames of one size. */
interface SliceCoder {
  /** Takes the next frame. @param rgba straight */
  readonly take: (rgba: Uint8ClampedArray) => void;
  /** The taken frame’s slices, good until the next call. */
  readonly code: (quantiser: number) => readonly Uint8Array[];
}

/** Takes frames one after the other. @returns each as it lies in a file */
export type ProresCoder = (rgba: Uint8ClampedArray) => Uint8Array<ArrayBuffer>;

let teams: Promise<Team<ProresKernels> | null> | null = null;

/** Frames of one size, one after the other; only one coder is used at a time. */
export async function proresCoder(size: Size, rate: Rate, profile: Profile): Promise<ProresCoder> {
  const team = await (teams ??= hireTeam('prores').catch(() => null));
  return codedBy(team, size, rate, profile);
}

/** @param team null where the kernels cannot be had: plain code makes the same bytes, slower */
export const codedBy = (
  team: Team<ProresKernels> | null,
  size: Size,
  rate: Rate,
  profile: Profile,
): ProresCoder =>
  withinRate(team ? kernelCoder(team, size, profile) : plainCoder(size, profile), {
    size,
    rate,
    profile,
  });

/** Below this share of what a frame may have, the next one is tried with finer steps. */
const ROOM_LEFT = 0.85;
/** Below this one, as after a cut, it is coded again itself. */
const MUCH_LEFT = 0.5;
/** How often a frame is coded again with finer steps at most. */
const REFINED = 3;

/** Steps as fine as there is room for: from the frame before, a frame’s are known nearly. */
function withinRate(
  coder: SliceCoder,
  { size, rate, profile }: { size: Size; rate: Rate; profile: Profile },
): ProresCoder {
  const most = colourLimit(profile, size);
  let quantiser = FINEST;
  return (rgba) => {
    coder.take(rgba);
    for (let refined = 0; ;) {
      const used = quantiser;
      const slices = coder.code(used);
      const bytes = slices.reduce((sum, slice) => sum + colourBytes(slice, profile), 0);
      const fits = bytes <= most || used === COARSEST;
      if (!fits || bytes < ROOM_LEFT * most) quantiser = fittingQuantiser(used, bytes, most);
      const again = bytes < MUCH_LEFT * most && quantiser < used && refined++ < REFINED;
      if (fits && !again) return frameOf(size, rate, profile, slices);
    }
  };
}

/** Slices that are as they were in the frame before stay as they were coded. */
function kernelCoder(team: Team<ProresKernels>, size: Size, profile: Profile): SliceCoder {
  const { kernels, stripes } = team;
  kernels.prepare(size, stripes);
  let turn: Turn = 0;
  /** The quantiser of the slices that lie there, those of the other turn’s frame. */
  let coded: number | null = null;
  return {
    take: (rgba) => {
      turn = turn === 0 ? 1 : 0;
      kernels.setFrame(size, turn, rgba);
    },
    code: (quantiser) => {
      const reuse = coded === quantiser;
      team.run(numbersOf({ ...size, profile, quantiser, turn, reuse }));
      coded = quantiser;
      return kernels.slices(size);
    },
  };
}

function plainCoder(size: Size, profile: Profile): SliceCoder {
  let frame: Uint8ClampedArray = new Uint8ClampedArray();
  return {
    take: (rgba) => (frame = rgba),
    code: (quantiser) =>
      slicesOf(size).map((slice) => codeSlice(frame, size, slice, profile, quantiser)),
  };
}
