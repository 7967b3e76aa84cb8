import type { Landing, LandingItem } from '../types';

export const updateItem = (landing: Landing, id: string, patch: Partial<LandingItem>): Landing => ({
  ...landing,
  items: landing.items.map((item) => (item.id === id ? { ...item, ...patch } : item)),
});

export const addItem = (landing: Landing, item: LandingItem): Landing => ({
  ...landing,
  items: [...landing.items, item],
});

export const removeItem = (landing: Landing, id: string): Landing => ({
  ...landing,
  items: landing.items.filter((item) => item.id !== id),
});
