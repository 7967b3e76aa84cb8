import type { ReactNode } from 'react';

/** Cards of the same width: two beside each other on a phone, five at most, one where text is large. */
export function CardGrid({ children }: { readonly children: ReactNode }) {
  return <div style={grid}>{children}</div>;
}

const grid = {
  display: 'grid',
  gap: 14,
  gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, max(10.4rem, 18%)), 1fr))',
} as const;
