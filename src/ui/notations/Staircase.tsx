import { useId } from 'react';
import { LeftHatch } from './hatch.tsx';

export interface Stair {
  id: string;
  name: string;
  /** Feet that have stood here; null for a step nobody reached yet. */
  reached: 'left' | 'right' | 'both' | null;
  /** The step that is looked at. */
  here?: boolean;
}

interface Props {
  stairs: readonly Stair[];
  summary: string;
  /** Drawing units across. */
  width?: number;
}

const RISE = 34;
const TOP = 34;

/** Words cut into lines of at most `most` letters, three lines at most. */
function lines(words: string, most: number): string[] {
  const list: string[] = [];
  for (const word of words.split(' ')) {
    const last = list.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= most) list[list.length - 1] = `${last} ${word}`;
    else list.push(word);
  }
  return list.length <= 3 ? list : [...list.slice(0, 2), `${list[2]}…`];
}

/** A sole, seen from above: the left one hatched and open, the right one solid. */
function Shoe({ x, y, foot, hatch }: { x: number; y: number; foot: 'left' | 'right'; hatch: string }) {
  return foot === 'left' ? (
    <ellipse cx={x} cy={y} rx="5" ry="9" fill={`url(#${hatch})`} stroke="var(--left)" strokeWidth="1.5" />
  ) : (
    <ellipse cx={x} cy={y} rx="5" ry="9" fill="var(--right)" />
  );
}

/** Staircase: drills of one idea as steps from easier to harder; the player's shoes stand on the steps reached. */
export function Staircase({ stairs, summary, width = 640 }: Props) {
  const hatch = useId();
  const tread = Math.min(150, width / Math.max(1, stairs.length));
  const height = TOP + stairs.length * RISE + 30;
  const yOf = (i: number) => height - 46 - i * RISE;
  const path = stairs.map((_, i) => `${i === 0 ? 'M' : 'V'}${i === 0 ? `0 ${yOf(0)}` : yOf(i)} H${(i + 1) * tread}`).join(' ');
  const letters = Math.max(8, Math.floor(tread / 6.2));
  return (
    <svg
      role="img"
      aria-label={summary}
      viewBox={`0 0 ${width} ${height}`}
      className="h-auto w-full"
      style={{ maxWidth: width }}
      fontSize="12"
    >
      <LeftHatch id={hatch} />
      {stairs.map(
        (stair, i) =>
          stair.here && <rect key={stair.id} x={i * tread} y={yOf(i)} width={tread} height={height - yOf(i)} fill="var(--ground)" />,
      )}
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
      {stairs.map((stair, i) => {
        const middle = i * tread + tread / 2;
        const words = lines(stair.name, letters).map((line, n) => (
          <tspan key={line} x={i * tread + 4} dy={n === 0 ? 0 : 13}>
            {line}
          </tspan>
        ));
        return (
          <g key={stair.id}>
            {(stair.reached === 'left' || stair.reached === 'both') && <Shoe x={middle - 8} y={yOf(i) - 11} foot="left" hatch={hatch} />}
            {(stair.reached === 'right' || stair.reached === 'both') && <Shoe x={middle + 8} y={yOf(i) - 11} foot="right" hatch={hatch} />}
            <text y={yOf(i) + 15} fill={stair.here ? 'var(--ink)' : 'var(--dust)'} fontWeight={stair.here ? 700 : 400}>
              {words}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
