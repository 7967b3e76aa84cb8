import { useRouter, type Href } from 'expo-router';
import { useState } from 'react';
import type { Footage, Landing, Overlay } from '@/core/document';
import { framesToSeconds } from '@/core/time';
import { useBundle } from '../shared/useBundle';
import { KitCard } from './KitCard';
import { useDocumentThumbnails, useFootageThumbnails } from '../shared/useThumbnails';

const seconds = (value: number): string => `${Number(value.toFixed(1))} s`;

export function OverlayCard({ overlay }: { readonly overlay: Overlay }) {
  const router = useRouter();
  const [playing, onPlay] = useState(false);
  const pictures = useDocumentThumbnails(useBundle(overlay.id), playing);
  const { id, name, width, height, length, rate, backdrop } = overlay;
  const facts = `${width}×${height} · ${seconds(framesToSeconds(length, rate))} · ${backdrop.kind}`;
  const href = `/overlay/${id}/make`;
  const onOpen = () => router.push(href as Href);
  return <KitCard {...{ id, name, facts, pictures, playing, onPlay, href, onOpen }} copies />;
}

export function LandingCard({ landing }: { readonly landing: Landing }) {
  const router = useRouter();
  const [playing, onPlay] = useState(false);
  const pictures = useDocumentThumbnails(useBundle(landing.id), playing);
  const { id, name, length, rate, layers } = landing;
  const count = layers.length === 1 ? '1 layer' : `${layers.length} layers`;
  const facts = `${seconds(framesToSeconds(length, rate))} · ${count}`;
  const href = `/landing/${id}`;
  const onOpen = () => router.push(href as Href);
  return <KitCard {...{ id, name, facts, pictures, playing, onPlay, href, onOpen }} copies />;
}

export function FootageCard({ footage }: { readonly footage: Footage }) {
  const router = useRouter();
  const [playing, onPlay] = useState(false);
  const pictures = useFootageThumbnails(footage, playing);
  const { id, name } = footage;
  const href = `/footage/${id}`;
  const onOpen = () => router.push(href as Href);
  return (
    <KitCard
      {...{ id, name, pictures, playing, onPlay, href, onOpen }}
      facts={footageFacts(footage)}
      copies={false}
    />
  );
}

/** "1280×720 · 10 s", "640×480 · still", "8 s · sound" */
export function footageFacts({ type, width, height, duration }: Footage): string {
  if (type === 'sound') return `${seconds(duration)} · sound`;
  return `${width}×${height} · ${type === 'still' ? 'still' : seconds(duration)}`;
}
