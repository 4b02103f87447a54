import { useId } from 'react';
import { LeftHatch } from './hatch.tsx';

/** A shoe's sole from above: broad at the ball of the foot, narrow at the arch; of the right foot, toes up. */
const SOLE = 'M27 4c11 0 17 9 16 22-1 10-5 15-5 24 0 8 4 11 4 20 0 10-6 17-14 17s-14-7-14-17c0-9 2-13 0-22-2-8-4-14-3-22C12 13 18 4 27 4Z';

/** One sole, or both: the left one hatched and open, the right one solid. What it stands for is said beside it. */
export function FootPicture({ foot, className = '' }: { foot: 'left' | 'right' | 'both'; className?: string }) {
  const hatch = useId();
  const left = <path d={SOLE} transform="translate(54 0) scale(-1 1)" fill={`url(#${hatch})`} stroke="var(--left)" strokeWidth="3" />;
  const right = <path d={SOLE} fill="var(--right)" />;
  return (
    <svg viewBox={foot === 'both' ? '0 0 112 92' : '0 0 54 92'} aria-hidden className={className}>
      <LeftHatch id={hatch} />
      {foot !== 'right' && left}
      {foot !== 'left' && <g transform={foot === 'both' ? 'translate(56 0)' : undefined}>{right}</g>}
    </svg>
  );
}
