import type { ReactNode } from 'react';
import type { Kit } from '../../core/drills/terms.ts';

const INK = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 3, strokeLinejoin: 'round', strokeLinecap: 'round' } as const;

const BALL = (r: number) => (
  <>
    <circle cx="40" cy="40" r={r} fill="var(--slab)" stroke="var(--ink)" strokeWidth="3" />
    <path d={`M${40 - r} 40a${r} ${r * 0.45} 0 0 0 ${2 * r} 0M40 ${40 - r}a${r * 0.45} ${r} 0 0 1 0 ${2 * r}`} {...INK} />
  </>
);

const DRAWN: Record<Kit, ReactNode> = {
  ball: BALL(30),
  'tennis ball': (
    <>
      <circle cx="40" cy="46" r="17" fill="var(--mustard)" stroke="var(--ink)" strokeWidth="3" />
      <path d="M27 36q10 10 0 21M53 36q-10 10 0 21" {...INK} stroke="var(--slab)" />
    </>
  ),
  cones: (
    <>
      <path d="M40 10 62 66H18Z" fill="var(--lace)" stroke="var(--ink)" strokeWidth="3" strokeLinejoin="round" />
      <path d="M31 34h18M25 50h30" {...INK} stroke="var(--slab)" />
      <path d="M10 68h60" {...INK} />
    </>
  ),
  wall: <path d="M6 14h68v54H6zM6 32h68M6 50h68M29 14v18M52 14v18M18 32v18M40 32v18M62 32v18M29 50v18M52 50v18" {...INK} />,
  'mini-goal': (
    <>
      <path d="M22 30v36M34 30v36M46 30v36M58 30v36M12 42h56M12 54h56" {...INK} strokeWidth="1" />
      <path d="M10 68V28h60v40" {...INK} strokeWidth="5" />
    </>
  ),
};

/** A thing to fetch, drawn; it is named beside it. */
export function KitPicture({ kit, className = '' }: { kit: Kit; className?: string }) {
  return (
    <svg viewBox="0 0 80 80" aria-hidden className={className}>
      {DRAWN[kit]}
    </svg>
  );
}
