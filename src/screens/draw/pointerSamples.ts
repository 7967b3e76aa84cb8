import type { PointerSample } from '@/core/ink/penInput';

/** A pointer event in the pixels of the element it happened on. */
export function sampleOf(event: PointerEvent, surface: DOMRect): PointerSample {
  const { pointerType, pointerId, pressure, clientX, clientY, timeStamp } = event;
  return {
    id: pointerId,
    kind: pointerType === 'pen' || pointerType === 'touch' ? pointerType : 'mouse',
    x: clientX - surface.left,
    y: clientY - surface.top,
    pressure,
    tilt: tiltOf(event),
    ms: timeStamp,
    recorded: !event.isTrusted,
  };
}

/** All a pointer went through since the last event: browsers join what comes within one frame. */
export function samplesOf(event: PointerEvent, surface: DOMRect): readonly PointerSample[] {
  const joined = event.getCoalescedEvents?.() ?? [];
  return (joined.length > 0 ? joined : [event]).map((one) => sampleOf(one, surface));
}

export const predictedOf = (event: PointerEvent, surface: DOMRect): readonly PointerSample[] =>
  (event.getPredictedEvents?.() ?? []).map((one) => sampleOf(one, surface));

/** From the two tilts against the upright, as angles, to one (Pointer Events, appendix on tilt). */
function tiltOf({ tiltX, tiltY }: PointerEvent): number {
  const radians = (degrees: number) => (Math.min(89, Math.abs(degrees)) * Math.PI) / 180;
  const slope = Math.hypot(Math.tan(radians(tiltX)), Math.tan(radians(tiltY)));
  return Math.min(1, Math.atan(slope) / (Math.PI / 2));
}
