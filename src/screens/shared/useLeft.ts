import { useEffect, useState } from 'react';

/** Aborted when the screen is left: what is awaited then has nobody to come to. */
export function useLeft(): AbortSignal {
  const [controller] = useState(() => new AbortController());
  useEffect(() => () => controller.abort(), [controller]);
  return controller.signal;
}
