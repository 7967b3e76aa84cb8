import { useEffect } from 'react';

/** Members of a group that are one stop for Tab, and are gone through by arrows; some are chosen by that. */
const GROUPS: Readonly<Record<string, { readonly group: string; readonly chooses: boolean }>> = {
  radio: { group: 'radiogroup', chooses: true },
  tab: { group: 'tablist', chooses: true },
  menuitem: { group: 'menu', chooses: false },
  option: { group: 'listbox', chooses: false },
};

const PARTS = ['banner', 'application', 'region', 'navigation', 'main']
  .map((role) => `[role=${role}]`)
  .join(',');
const FOCUSABLE = 'a[href],button,input,textarea,[tabindex]';

/**
 * Keys that mean the same on all screens, as the patterns for such groups have it: arrows, Home and End
 * go through a group, F6 goes from one part of the screen to the next, with Shift to the one before.
 * Source: ARIA Authoring Practices Guide, keyboard interface.
 */
export function useKeys(): void {
  useEffect(() => {
    // Fields keep their keys from what is round them, so they are heard on the way down.
    window.addEventListener('keydown', onKeyDown, { capture: true });
    return () => window.removeEventListener('keydown', onKeyDown, { capture: true });
  }, []);
}

function onKeyDown(event: KeyboardEvent): void {
  const done = event.key === 'F6' ? toPart(event.shiftKey ? -1 : 1) : withinGroup(event);
  if (done) event.preventDefault();
}

function withinGroup({ key, target }: KeyboardEvent): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const role = target.getAttribute('role') ?? '';
  const known = GROUPS[role];
  const group = known && target.closest<HTMLElement>(`[role=${known.group}]`);
  if (!group) return false;
  const members = [...group.querySelectorAll<HTMLElement>(`[role=${role}]`)];
  const next = members[placeAfter(key, members.indexOf(target), members.length)];
  if (!next) return false;
  next.focus();
  if (known.chooses) next.click();
  return true;
}

/** Where an arrow leads in a list that has no ends; -1 for other keys. */
function placeAfter(key: string, at: number, count: number): number {
  switch (key) {
    case 'ArrowDown':
    case 'ArrowRight':
      return (at + 1) % count;
    case 'ArrowUp':
    case 'ArrowLeft':
      return (at - 1 + count) % count;
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    default:
      return -1;
  }
}

/** Goes to the first stop of another part of the screen. */
function toPart(by: number): boolean {
  // What is over the page keeps the focus until it is closed.
  if (document.querySelector('[aria-modal=true]')) return false;
  const all = [...document.querySelectorAll<HTMLElement>(PARTS)];
  const parts = all.filter((part) => !part.querySelector(PARTS) && stopIn(part));
  const at = parts.findIndex((part) => part.contains(document.activeElement));
  const from = at < 0 && by < 0 ? 0 : at;
  const next = parts[(from + by + parts.length) % parts.length];
  if (!next) return false;
  stopIn(next)!.focus();
  return true;
}

const stopIn = (part: HTMLElement): HTMLElement | undefined =>
  [part, ...part.querySelectorAll<HTMLElement>(FOCUSABLE)].find(
    (element) => element.tabIndex >= 0 && element.checkVisibility(),
  );

/** Whether a member of a group is the one that Tab comes to: the chosen one, else the first. */
export const isStop = (at: number, chosen: number): boolean => at === Math.max(0, chosen);
