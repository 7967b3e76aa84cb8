import { createContext, useContext } from 'react';

/** Whether what is inside is on screen, or nearly. */
export const InSight = createContext(true);

export const useInSight = (): boolean => useContext(InSight);

/** What an element is scrolled in; null for the page itself. */
export function scrollerOf(element: Element): Element | null {
  for (let parent = element.parentElement; parent; parent = parent.parentElement) {
    if (/auto|scroll/.test(getComputedStyle(parent).overflowY)) return parent;
  }
  return null;
}
