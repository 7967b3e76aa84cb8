import { createContext, useContext, useEffect, useState, type RefObject } from 'react';

/** Whether what is inside is on screen, or nearly. */
export const InSight = createContext(true);

export const useInSight = (): boolean => useContext(InSight);

/** What an element is scrolled in; null for the page itself. */
function scrollerOf(element: Element): Element | null {
  for (let parent = element.parentElement; parent; parent = parent.parentElement) {
    if (/auto|scroll/.test(getComputedStyle(parent).overflowY)) return parent;
  }
  return null;
}

/** How far beyond what is seen of a list things count as in sight. */
const MARGIN = '100%';

/** Whether something in a list that scrolls is in sight, or nearly. */
export function useSighted(thing: RefObject<Element | null>): boolean {
  const [sighted, setSighted] = useState(false);
  useEffect(() => {
    const element = thing.current!;
    const observer = new IntersectionObserver(
      (entries) => setSighted(entries.at(-1)!.isIntersecting),
      { root: scrollerOf(element), rootMargin: MARGIN },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [thing]);
  return sighted;
}
