/** Mean colour of the square of `2·radius + 1` pixels round a point; what the eyedropper reports. */
export function meanColour(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  x: number,
  y: number,
  radius = 2,
): readonly [number, number, number] {
  const sum = [0, 0, 0];
  let count = 0;
  for (let yy = Math.max(0, y - radius); yy <= Math.min(height - 1, y + radius); yy++) {
    for (let xx = Math.max(0, x - radius); xx <= Math.min(width - 1, x + radius); xx++) {
      const at = (yy * width + xx) * 4;
      for (let channel = 0; channel < 3; channel++) sum[channel] += rgba[at + channel];
      count++;
    }
  }
  return [sum[0] / count, sum[1] / count, sum[2] / count];
}
