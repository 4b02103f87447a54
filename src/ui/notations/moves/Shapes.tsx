import type { Shape } from './paths.ts';

/** Painted paths, from the back to the front: a path is its place in the painting order. */
export function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  const keyed = shapes.map((shape, place) => ({ ...shape, key: `p${place}` }));
  return keyed.map(({ key, d, fill, stroke, width, dash, opacity }) => (
    <path
      key={key}
      d={d}
      fill={fill ?? 'none'}
      stroke={stroke}
      strokeWidth={width}
      strokeDasharray={dash}
      opacity={opacity}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ));
}
