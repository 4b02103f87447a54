import { useId, useMemo } from 'react';
import { frameAt, type Moment, momentsOf, type Plan } from '../../../core/moves/index.ts';
import { goodAngle } from './angle.ts';
import { figureShapes } from './figure.ts';
import { Hatch } from './Hatch.tsx';
import { Shapes } from './Shapes.tsx';

interface Props {
  plan: Plan;
  /** The moment that is shown; left out: the first. */
  moment?: Moment;
  width: number;
  height: number;
  /** Degrees round the player; left out: a good one. */
  from?: number | undefined;
  className?: string;
}

const TILT = 24;

/** One picture of a movement, with arrows that tell what happens. It says nothing to a screen reader: its words stand beside it. */
export function Still({ plan, moment, width, height, from, className }: Props) {
  const id = useId().replace(/:/g, '');
  const shapes = useMemo(() => {
    const now = moment ?? (momentsOf(plan)[0] as Moment);
    const view = { width, height, from: from ?? goodAngle(plan), tilt: TILT, still: true };
    return figureShapes(plan, frameAt(plan, now.t - plan.start), view, id, now);
  }, [plan, moment, width, height, from, id]);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={className} aria-hidden="true">
      <Hatch id={id} />
      <Shapes shapes={shapes} />
    </svg>
  );
}
