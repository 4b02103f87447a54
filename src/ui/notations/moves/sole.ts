import { SHOE } from '../../../core/moves/child.ts';
import { onShoe, type ShoePose } from '../../../core/moves/contact.ts';
import type { Point3, Side } from '../../../core/moves/terms.ts';

/** The outline of our mark's sole, the left one: to the right and forward of its middle, in sole lengths. */
const OUTLINE: readonly (readonly [number, number])[] = [
  ...([
    [0, 0.5],
    [0.13, 0.43],
    [0.19, 0.28],
    [0.185, 0.12],
    [0.15, -0.06],
    [0.15, -0.2],
    [0.19, -0.34],
    [0.15, -0.45],
    [0.04, -0.5],
  ] as const),
  ...([
    [-0.08, -0.47],
    [-0.13, -0.36],
    [-0.1, -0.2],
    [-0.11, -0.05],
    [-0.17, 0.08],
    [-0.2, 0.22],
    [-0.15, 0.4],
  ] as const),
];

/** The sole of a shoe on the ground's axes. */
export const soleOf = (pose: ShoePose, side: Side, size = 1.04): Point3[] =>
  OUTLINE.map(([right, forward]) => onShoe(pose, side, { out: -right * SHOE * size, forward: forward * SHOE * size, up: 0 }));
