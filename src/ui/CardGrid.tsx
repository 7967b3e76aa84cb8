import { Children, useEffect, useRef, useState, type ReactNode } from 'react';
import { InSight, scrollerOf } from './sight';

/** Cards that are there from the start, in sight or not: as many as most kits have. */
const AT_ONCE = 24;

/**
 * Cards of the same width: two beside each other on a phone, five at most, one where text is large.
 * Of many cards, those that are far out of sight are made when one comes near them.
 */
export function CardGrid({ children }: { readonly children: ReactNode }) {
  return (
    <div style={grid}>
      {Children.map(children, (card, index) => (
        <Place atOnce={index < AT_ONCE}>{card}</Place>
      ))}
    </div>
  );
}

/** How far beyond what is seen cards count as in sight. */
const MARGIN = '100%';

function Place({ atOnce, children }: { readonly atOnce: boolean; readonly children: ReactNode }) {
  const [made, setMade] = useState(atOnce);
  const [inSight, setInSight] = useState(false);
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const place = ref.current!;
    const observer = new IntersectionObserver(
      (entries) => {
        const { isIntersecting } = entries.at(-1)!;
        setInSight(isIntersecting);
        if (isIntersecting) setMade(true);
      },
      { root: scrollerOf(place), rootMargin: MARGIN },
    );
    observer.observe(place);
    return () => observer.disconnect();
  }, []);
  return (
    <div ref={ref} style={made ? undefined : unmade}>
      {made ? <InSight value={inSight}>{children}</InSight> : null}
    </div>
  );
}

const grid = {
  display: 'grid',
  gap: 14,
  gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, max(10.4rem, 18%)), 1fr))',
} as const;

/** About as high as a card. */
const unmade = { minHeight: '11rem' } as const;
