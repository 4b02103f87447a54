import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import { type Course, type DrawnDrill, MovesProblem, planOnCourse, rateFor } from '../../../core/moves/index.ts';
import { goodAngle } from './angle.ts';
import { type Kind, Moving } from './Moving.tsx';
import { Still } from './Still.tsx';

interface Props {
  drill: Pick<Drill, 'name' | 'pace'> & DrawnDrill;
  /** The way over the yard, where it goes on one. */
  course: Course | null;
  mirror: boolean;
  still: boolean;
  className: string;
}

const FIGURE: readonly Kind[] = ['figure'];

/** A small picture of a drill: moving at half pace, or one moment of it. */
export default function Small({ drill, course, mirror, still, className }: Props) {
  const plan = useMemo(() => {
    try {
      return planOnCourse(drill, course, { mirror });
    } catch (error) {
      if (error instanceof MovesProblem) return null;
      throw error;
    }
  }, [drill, course, mirror]);
  const at = useRef(0);
  const [moves, setMoves] = useState(false);
  useEffect(() => setMoves(!still && !window.matchMedia('(prefers-reduced-motion: reduce)').matches), [still]);
  if (!plan) return null;
  if (!moves) return <Still plan={plan} width={150} height={150} className={className} />;
  const rate = rateFor(plan, 'half', drill.pace);
  return <Moving plan={plan} kinds={FIGURE} width={200} height={170} from={goodAngle(plan)} rate={rate} at={at} className={className} />;
}
