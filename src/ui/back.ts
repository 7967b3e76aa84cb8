/** What an entry of the browser's history holds: the router's page, and how much was open on it. */
interface Entry {
  readonly id?: string;
  readonly open?: number;
}

/** What is open now, the newest last. */
const closers: (() => void)[] = [];

const entry = (): Entry => (window.history.state as Entry | null) ?? {};

/** The entry that was stood on when it last mattered. */
let here: Entry = {};

/**
 * Has the browser's way back close something, instead of leaving the page on which it is open.
 * Entries for what was closed otherwise are kept for what is opened next, and passed over on the way
 * back: to take them out would run against what closing it leads to.
 * @returns what forgets it again
 */
export function closeOnBack(close: () => void): () => void {
  closers.push(close);
  if ((entry().open ?? 0) < closers.length) {
    window.history.pushState({ ...entry(), open: closers.length }, '');
  }
  here = entry();
  return () => void closers.splice(closers.indexOf(close), 1);
}

function onPop(event: PopStateEvent): void {
  const before = here;
  here = entry();
  if (!here.id || here.id !== before.id) return;
  // It is the same page, so the router has nothing to do.
  event.stopImmediatePropagation();
  const [from, to] = [before.open ?? 0, here.open ?? 0];
  const closing = closers.slice(to);
  if (closing.length > 0) closing.reverse().forEach((close) => close());
  else if (to < from) window.history.back();
}

if (typeof window !== 'undefined') {
  window.addEventListener('popstate', onPop, { capture: true });
}
