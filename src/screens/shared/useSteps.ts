import { useRouter } from 'expo-router';
import type { Step } from '@/ui/Steps';

type Go = Readonly<Record<Step, (() => void) | null>>;

/** Where the four steps lead from an overlay. */
export function useOverlaySteps(id: string): Go {
  const router = useRouter();
  const to = (step: Step) => () =>
    router.replace({ pathname: `/overlay/[id]/${step}`, params: { id } });
  return { make: to('make'), check: to('check'), send: to('send'), land: to('land') };
}

/** Where they lead from a landing: Make and Check concern one of its overlays, if it has any. */
export function useLandingSteps(id: string): (overlay: string | null) => Go {
  const router = useRouter();
  const toOverlay = (overlay: string | null, step: 'make' | 'check') =>
    overlay === null
      ? null
      : () => router.push({ pathname: `/overlay/[id]/${step}`, params: { id: overlay } });
  return (overlay) => ({
    make: toOverlay(overlay, 'make'),
    check: toOverlay(overlay, 'check'),
    send: () => router.replace({ pathname: '/landing/[id]/send', params: { id } }),
    land: () => router.replace({ pathname: '/landing/[id]', params: { id } }),
  });
}
