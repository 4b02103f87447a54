import type { Shape } from './paths.ts';

/** Painted paths, from the back to the front. */
export function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  return shapes.map(({ d, fill, stroke, width, dash, opacity }, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: a place in the painting order is what a path is.
    <path key={i} d={d} fill={fill ?? 'none'} stroke={stroke} strokeWidth={width} strokeDasharray={dash} opacity={opacity} strokeLinecap="round" strokeLinejoin="round" />
  ));
}
