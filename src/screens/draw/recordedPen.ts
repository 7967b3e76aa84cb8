import { MoonError } from '@/core/errors';
import { pointAt, pointCount } from '@/core/ink/points';
import { sessionBox, type PenSession } from '@/core/ink/session';
import type { Point } from '@/core/scene';

/** The pen sessions that ship with the app. */
export async function loadPenSessions(): Promise<readonly PenSession[]> {
  const response = await fetch('/pen/sessions.json').catch(() => null);
  if (!response?.ok) {
    throw new MoonError(
      'app-file-away',
      'The recorded pen is not on this device yet. Connect to the network once, and try again.',
    );
  }
  return (await response.json()) as readonly PenSession[];
}

const POINTER_ID = 900;

/** Share of the area's width and height that a session is made to fill at most. */
const FILLS = 0.7;

/**
 * Plays a session on an element as pen events, in the time it took, as a tablet would send them:
 * all that happened since the last frame comes as one event.
 * @param area where on the page it is to be drawn
 */
export async function playSession(
  session: PenSession,
  element: HTMLElement,
  area: DOMRectReadOnly,
  signal: AbortSignal,
): Promise<void> {
  const place = fitting(session, area);
  for (const { pause, points } of session.strokes) {
    if (!(await waited(pause, signal))) return;
    const started = performance.now();
    const send = (type: string, i: number, coalescedEvents: readonly PointerEvent[] = []) =>
      element.dispatchEvent(penEvent(type, points, i, place, coalescedEvents));
    send('pointerdown', 0);
    let sent = 0;
    while (sent < pointCount(points) - 1) {
      await nextFrame();
      if (signal.aborted) {
        send('pointercancel', sent);
        return;
      }
      const due: PointerEvent[] = [];
      const elapsed = performance.now() - started;
      while (sent < pointCount(points) - 1 && pointAt(points, sent + 1).ms <= elapsed) {
        due.push(penEvent('pointermove', points, ++sent, place));
      }
      if (due.length > 0) send('pointermove', sent, due);
    }
    send('pointerup', sent);
  }
}

/** Events of a session carry its own times, so that it is drawn alike however busy the page is. */
function penEvent(
  type: string,
  points: readonly number[],
  i: number,
  place: (point: Point) => Point,
  coalescedEvents: readonly PointerEvent[] = [],
): PointerEvent {
  const { pressure, tilt, ms, ...at } = pointAt(points, i);
  const { x, y } = place(at);
  const event = new PointerEvent(type, {
    bubbles: true,
    cancelable: true,
    pointerId: POINTER_ID,
    pointerType: 'pen',
    clientX: x,
    clientY: y,
    pressure: type === 'pointerup' ? 0 : pressure,
    tiltX: Math.round(tilt * 90),
    coalescedEvents: [...coalescedEvents],
  });
  Object.defineProperty(event, 'timeStamp', { value: ms });
  return event;
}

function fitting(session: PenSession, area: DOMRectReadOnly): (point: Point) => Point {
  const { left, top, right, bottom } = sessionBox(session);
  const scale = FILLS * Math.min(area.width / (right - left), area.height / (bottom - top));
  return ({ x, y }) => ({
    x: area.x + area.width / 2 + (x - (left + right) / 2) * scale,
    y: area.y + area.height / 2 + (y - (top + bottom) / 2) * scale,
  });
}

const nextFrame = (): Promise<unknown> => new Promise((done) => requestAnimationFrame(done));

/** @returns whether it was waited to the end */
async function waited(ms: number, signal: AbortSignal): Promise<boolean> {
  const until = performance.now() + ms;
  while (performance.now() < until && !signal.aborted) await nextFrame();
  return !signal.aborted;
}
