import { type ReactNode, useId } from 'react';
import { LeftHatch } from './hatch.tsx';

/** What a page without anything on it shows: shoes put away, a ball that waits, steps nobody stands on, a page nobody has written. */
export type SceneName = 'done' | 'ball waits' | 'nobody' | 'blank';

/** A low shoe from its side, toe to the right, 64 wide and 42 high. */
const SHOE = 'M3 35C2 25 4 15 9 5l15-2c1 9 6 13 15 16 13 4 21 7 22 16Z';
const SOLE = 'M2 36h60v4q-30 3-60 0Z';
const EYELETS = 'M24 12l8-4M27 16l8-4M32 20l7-5';
const BOW = 'M22 5c-8-8-15-4-9 1 4 3 8 1 9-1 5-9 13-9 11-3-2 4-8 5-11 3';

const LINE = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
/** A stroke of chalk on the slab. */
const CHALK = { fill: 'none', stroke: 'var(--dust)', strokeWidth: 2.5, strokeDasharray: '7 5', strokeLinecap: 'round' } as const;

function Shoe({ foot, hatch }: { foot: 'left' | 'right'; hatch: string }) {
  const edge = `var(--${foot})`;
  return (
    <>
      <path d={SHOE} fill="var(--slab)" />
      <path d={SHOE} fill={foot === 'left' ? `url(#${hatch})` : edge} stroke={edge} strokeWidth="2" strokeLinejoin="round" />
      <path d={SOLE} fill="var(--ink)" />
      <path d={EYELETS} stroke={foot === 'left' ? 'var(--ink)' : 'var(--slab)'} strokeWidth="2" strokeLinecap="round" />
    </>
  );
}

const Ground = () => (
  <>
    <path d="M4 84h152" stroke="var(--joint)" strokeWidth="3" strokeLinecap="round" />
    <path d="M54 84l-10 10M112 84l10 10" stroke="var(--joint)" strokeWidth="2" strokeLinecap="round" />
  </>
);

const Ball = ({ x, y, r }: { x: number; y: number; r: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <circle r={r} fill="var(--slab)" stroke="var(--ink)" strokeWidth="2" />
    <path d={`M${-r} 0a${r} ${r * 0.45} 0 0 0 ${2 * r} 0M0 ${-r}a${r * 0.45} ${r} 0 0 1 0 ${2 * r}`} {...LINE} />
  </g>
);

const SCENES: Record<SceneName, (hatch: string) => ReactNode> = {
  done: (hatch) => (
    <>
      <path d="M26 84V60h108v24" fill="none" stroke="var(--joint)" strokeWidth="3" />
      <g transform="translate(30 18)">
        <Shoe foot="left" hatch={hatch} />
        <path d={BOW} {...LINE} stroke="var(--lace)" strokeWidth="2.5" />
      </g>
      <g transform="translate(68 18)">
        <Shoe foot="right" hatch={hatch} />
        <path d={BOW} {...LINE} stroke="var(--lace)" strokeWidth="2.5" />
      </g>
      <path d="M68 70l7 7 15-13" fill="none" stroke="var(--moss)" strokeWidth="4" strokeLinecap="round" strokeLinejoin="round" />
    </>
  ),
  'ball waits': () => (
    <>
      <Ball x={54} y={62} r={21} />
      <path d="M84 66q22-30 54-22" {...CHALK} />
      <path d="M130 37l9 7-8 8" {...CHALK} strokeDasharray="none" />
    </>
  ),
  nobody: () => (
    <>
      <path d="M18 84V70h34V52h34V34h34V16h28" fill="none" stroke="var(--ink)" strokeWidth="3" strokeLinejoin="round" />
      <g {...CHALK} strokeDasharray="4 4">
        <path d="M24 66c-3-4-2-14 2-14s5 6 4 9 1 5-1 6Z M38 66c3-4 2-14-2-14s-5 6-4 9-1 5 1 6Z" />
      </g>
    </>
  ),
  blank: () => (
    <>
      <rect x="36" y="10" width="88" height="68" fill="var(--slab)" stroke="var(--ink)" strokeWidth="2" rx="3" />
      <path d="M48 28h40M48 42h62M48 56h28" {...CHALK} />
      <path d="M104 74l24-30 8 6-24 30-10 4Z" fill="var(--mustard-slab)" stroke="var(--ink)" strokeWidth="2" strokeLinejoin="round" />
    </>
  ),
};

/** A picture of what is not there, or is done; the words stand beside it. */
export function Scene({ name, className = '' }: { name: SceneName; className?: string }) {
  const hatch = useId();
  return (
    <svg viewBox="0 0 160 98" aria-hidden className={className}>
      <LeftHatch id={hatch} />
      {name !== 'blank' && <Ground />}
      {SCENES[name](hatch)}
    </svg>
  );
}
