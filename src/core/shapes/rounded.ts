import type { Box } from '../geometry/box';

/** Control-point distance for a quarter circle of radius 1: 4/3·(√2 − 1). */
const ARC = 0.5522847498;

/** Path data of a box with elliptic corners, clockwise. */
export function roundedPath({ left: l, top: t, right: r, bottom: b }: Box, rx: number, ry = rx) {
  if (rx <= 0 || ry <= 0) return `M${l} ${t}H${r}V${b}H${l}Z`;
  const [kx, ky] = [rx * (1 - ARC), ry * (1 - ARC)];
  return (
    `M${l + rx} ${t}H${r - rx}C${r - kx} ${t} ${r} ${t + ky} ${r} ${t + ry}` +
    `V${b - ry}C${r} ${b - ky} ${r - kx} ${b} ${r - rx} ${b}` +
    `H${l + rx}C${l + kx} ${b} ${l} ${b - ky} ${l} ${b - ry}` +
    `V${t + ry}C${l} ${t + ky} ${l + kx} ${t} ${l + rx} ${t}Z`
  );
}

/** The same the other way round: a hole in what is drawn clockwise. */
export function ellipseHole(rx: number, ry: number): string {
  const [kx, ky] = [rx * ARC, ry * ARC];
  return (
    `M0 ${-ry}C${-kx} ${-ry} ${-rx} ${-ky} ${-rx} 0` +
    `C${-rx} ${ky} ${-kx} ${ry} 0 ${ry}` +
    `C${kx} ${ry} ${rx} ${ky} ${rx} 0` +
    `C${rx} ${-ky} ${kx} ${-ry} 0 ${-ry}Z`
  );
}

export const boxRound = (width: number, height: number): Box => ({
  left: -width / 2,
  top: -height / 2,
  right: width / 2,
  bottom: height / 2,
});
