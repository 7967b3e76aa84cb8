import { useEditing } from '../../editing';

/** Starting looks are drawn for 1080 lines and grow with the canvas. */
export function useLines(): (pixels: number) => number {
  const { height } = useEditing().document;
  return (pixels) => Math.max(1, Math.round((pixels * height) / 1080));
}
