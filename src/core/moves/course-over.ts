import { layOut } from '../yard/fit.ts';
import type { Layout } from '../yard/layout.ts';
import { LayoutProblem } from '../yard/types.ts';
import { STEP } from './child.ts';
import { type Course, courseOf } from './course.ts';

/** The way over a layout of the yard; null where there is none, or none that can be put down. */
export function courseOver(layout: Pick<Layout, 'moves' | 'route'> | null): Course | null {
  if (!layout?.route) return null;
  try {
    const { placed, route } = layOut(layout);
    return route ? courseOf([...route.out, ...route.back], placed.cones, STEP) : null;
  } catch (error) {
    if (error instanceof LayoutProblem) return null;
    throw error;
  }
}
