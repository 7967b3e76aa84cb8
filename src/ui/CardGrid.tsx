import { Children, useRef, useState, type ReactNode } from 'react';
import { InSight, useSighted } from './sight';

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

function Place({ atOnce, children }: { readonly atOnce: boolean; readonly children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  const inSight = useSighted(ref);
  const [made, setMade] = useState(atOnce);
  if (inSight && !made) setMade(true);
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
