import { useRouter, type Href } from 'expo-router';
import type { Step, Way, Ways } from '@/ui/Steps';

/** Where the four steps lead from an overlay. */
export function useOverlaySteps(id: string): Ways {
  const router = useRouter();
  const to = (step: Step): Way => {
    const href = `/overlay/${id}/${step}`;
    return { href, go: () => router.replace(href as Href) };
  };
  return { make: to('make'), check: to('check'), send: to('send'), land: to('land') };
}

/** Where they lead from a landing: Make and Check concern one of its overlays, if it has any. */
export function useLandingSteps(id: string): (overlay: string | null) => Ways {
  const router = useRouter();
  const toOverlay = (overlay: string | null, step: 'make' | 'check'): Way | null => {
    if (overlay === null) return null;
    const href = `/overlay/${overlay}/${step}`;
    return { href, go: () => router.push(href as Href) };
  };
  const within = (href: string): Way => ({ href, go: () => router.replace(href as Href) });
  return (overlay) => ({
    make: toOverlay(overlay, 'make'),
    check: toOverlay(overlay, 'check'),
    send: within(`/landing/${id}/send`),
    land: within(`/landing/${id}`),
  });
}
