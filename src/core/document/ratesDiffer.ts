import { quoted } from '../quoted';
import { perSecond, rateLabel, sameRate, type Rate } from '../time';

interface Timed {
  readonly name: string;
  readonly rate: Rate;
}

/** What a person should know of an overlay that is laid in a landing of another rate; null where they are the same. */
export function ratesDiffer(overlay: Timed, landing: Timed): string | null {
  if (sameRate(overlay.rate, landing.rate)) return null;
  const [own, there] = [overlay, landing].map(({ rate }) => rateLabel(rate));
  const faster = perSecond(overlay.rate) > perSecond(landing.rate);
  const what = faster
    ? 'so not all of its frames show. For all of them, give the landing its rate'
    : 'so its frames show longer than one of the landing’s. For smoother motion, give the overlay the landing’s rate';
  return `${quoted(overlay.name)} has ${own} frames a second and this landing ${there}, ${what}.`;
}
