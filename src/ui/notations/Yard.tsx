import { boxOf, type Ground } from '../../core/layouts/fit.ts';
import type { Placed } from '../../core/layouts/place.ts';
import type { Leg, Route } from '../../core/layouts/route.ts';
import type { StepPoint } from '../../core/layouts/types.ts';
import { t } from '../../core/text/translate.ts';

interface Props {
  placed: Placed;
  /** What it will be when all is there, so that the drawing keeps its size while it grows. */
  whole?: Placed;
  route?: Route | null;
  /** The player's own ground in metres; without it only the slabs are drawn. */
  yard?: Ground | null;
  /** Metres of one step. */
  step: number;
  /** The layout lies a quarter turned in the yard. */
  turned?: boolean;
  /** Where the one who puts it down stands. */
  here?: StepPoint | undefined;
  /** Draws the way back too; otherwise only the way out. */
  showBack?: boolean;
  summary: string;
  /** Drawing units across at most; choose about the pixels it will get. */
  width?: number;
  height?: number;
}

const PAD = 14;
const CONE = 9;
/** Metres that a route keeps to the right of its line, so that out and back can be told apart. */
const APART = 0.09;
const PASS = 0.28;
/** Drawing units that the words need, however narrow the layout is. */
const LEAST_WIDTH = 210;

interface Frame {
  left: number;
  bottom: number;
  wide: number;
  long: number;
}

/** The ground that is drawn, in metres: the yard with the layout in its middle, or the layout with half a slab round it. */
function frameOf(placed: Placed, step: number, yard: Ground | null): Frame {
  const box = boxOf(placed);
  const middle = { x: ((box.left + box.right) / 2) * step, y: ((box.near + box.far) / 2) * step };
  const wide = Math.max((box.right - box.left) * step + 1.4, yard?.width ?? 0);
  const long = Math.max((box.far - box.near) * step + 1.4, yard?.length ?? 0);
  return { left: middle.x - wide / 2, bottom: middle.y - long / 2, wide, long };
}

const quarter = (p: StepPoint): StepPoint => ({ x: p.y, y: -p.x });
const turnPlaced = (placed: Placed): Placed => ({
  ...placed,
  cones: placed.cones.map(quarter),
  gates: placed.gates.map((gate) => ({ ...gate, middle: quarter(gate.middle) })),
  stands: placed.stands.map(quarter),
});

/** The point beside a line, `by` metres to the right of the one who walks it. */
function beside(from: StepPoint, to: StepPoint, at: StepPoint, by: number): StepPoint {
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  return { x: at.x + ((to.y - from.y) / long) * by, y: at.y - ((to.x - from.x) / long) * by };
}

/** Yard: a cone layout on paving slabs of 1 m, cones numbered as they are put down, the route as a chalk line with step ticks. */
export function Yard({
  placed: given,
  whole = given,
  route,
  yard = null,
  step,
  turned = false,
  here,
  showBack = false,
  summary,
  width = 320,
  height = 320,
}: Props) {
  const placed = turned ? turnPlaced(given) : given;
  const turn = (p: StepPoint) => (turned ? quarter(p) : p);
  const frame = frameOf(turned ? turnPlaced(whole) : whole, step, yard);
  const scale = Math.min((width - 2 * PAD) / frame.wide, (height - 2 * PAD - 18) / frame.long, 90);
  const wide = frame.wide * scale + 2 * PAD;
  const [w, h] = [Math.max(LEAST_WIDTH, wide), frame.long * scale + 2 * PAD + 18];
  const shift = yard ? 0 : (w - wide) / 2;
  /** Metres on the ground to drawing units; forward is up. */
  const at = (p: StepPoint) => ({ x: PAD + shift + (p.x - frame.left) * scale, y: PAD + (frame.long - (p.y - frame.bottom)) * scale });
  const onGround = (p: StepPoint) => ({ x: p.x * step, y: p.y * step });
  const drawn = (p: StepPoint) => at(onGround(p));
  const edge = { x: PAD + shift, y: PAD, width: frame.wide * scale, height: frame.long * scale };
  const slabs = [
    ...Array.from({ length: Math.floor(frame.wide) + 1 }, (_, i) => ({
      key: `v${i}`,
      x1: PAD + shift + i * scale,
      x2: PAD + shift + i * scale,
      y1: PAD,
      y2: PAD + edge.height,
    })),
    ...Array.from({ length: Math.floor(frame.long) + 1 }, (_, i) => {
      const y = PAD + edge.height - i * scale;
      return { key: `h${i}`, x1: PAD + shift, x2: PAD + shift + edge.width, y1: y, y2: y };
    }),
  ];
  const legs = [...(route?.out ?? []), ...(showBack ? (route?.back ?? []) : [])];
  return (
    <svg role="img" aria-label={summary} viewBox={`0 0 ${w} ${h}`} className="mx-auto h-auto w-full" style={{ maxWidth: w }} fontSize="12">
      {slabs.map(({ key, ...line }) => (
        <line key={key} {...line} stroke="var(--joint)" strokeWidth="1" />
      ))}
      {yard && <rect {...edge} fill="none" stroke="var(--ink)" strokeWidth="2" />}
      {placed.walls.map((wall) => {
        const ends = [-1, 1].map((side) => turn({ x: wall.middle.x + (side * wall.wide) / 2, y: wall.middle.y })).map(drawn);
        return (
          <line
            key={`${wall.middle.x} ${wall.middle.y}`}
            x1={ends[0]?.x}
            y1={ends[0]?.y}
            x2={ends[1]?.x}
            y2={ends[1]?.y}
            stroke="var(--ink)"
            strokeWidth="6"
          />
        );
      })}
      {placed.lines.map((line) => {
        const cones = line.cones.flatMap((n) => placed.cones[n - 1] ?? []);
        const ends = [cones.reduce(far(cones, -1)), cones.reduce(far(cones, 1))].map(drawn);
        const [a, b] = ends as [StepPoint, StepPoint];
        const steep = Math.abs(b.y - a.y) > Math.abs(b.x - a.x);
        const off = steep ? { x: 15, y: 0 } : { x: 0, y: 15 };
        const words =
          line.cones.length > 4 ? t('{cones} to {at}', { cones: line.cones[0], at: line.cones.at(-1) }) : line.cones.join(' · ');
        return (
          <g key={line.cones.join()}>
            <line
              x1={a.x + off.x}
              y1={a.y + off.y}
              x2={b.x + off.x}
              y2={b.y + off.y}
              stroke={line.straight ? 'var(--dust)' : 'var(--stop)'}
              strokeWidth="1.5"
              strokeDasharray="2 4"
            />
            <text
              x={(a.x + b.x) / 2 + (steep ? 20 : 14)}
              y={(a.y + b.y) / 2 + (steep ? 22 : 27)}
              fill={line.straight ? 'var(--dust)' : 'var(--stop)'}
              fontSize="11"
            >
              {words} {line.straight ? t('in line ✓') : t('not in line')}
            </text>
          </g>
        );
      })}
      {legs.map((leg, i) => (
        <LegLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a route may walk the same stretch twice, and its order is what it is.
          key={`${leg.way}${i}-${leg.target}`}
          leg={leg}
          next={legs[i + 1]}
          place={(p) => at(p)}
          ground={(p) => onGround(turn(p))}
          step={step}
        />
      ))}
      {placed.cones.map((cone, i) => {
        const { x, y } = drawn(cone);
        return (
          <g key={`${cone.x} ${cone.y}`}>
            <path
              d={`M${x} ${y - CONE} L${x + CONE} ${y + CONE - 1} L${x - CONE} ${y + CONE - 1} Z`}
              fill="var(--slab)"
              stroke="var(--ink)"
              strokeWidth="1.8"
            />
            <text x={x} y={y + CONE - 3} textAnchor="middle" fontSize="10" fontWeight="700" fill="var(--ink)">
              {i + 1}
            </text>
          </g>
        );
      })}
      {here && <circle cx={drawn(turn(here)).x} cy={drawn(turn(here)).y} r="15" fill="none" stroke="var(--lace)" strokeWidth="3" />}
      <text x={PAD + 2} y={h - 6} fill="var(--dust)">
        {yard ? t('your yard {yard} × {width} m', { yard: yard.length, width: yard.width }) : t('one slab is 1 m')}
        {turned ? t(', layout turned a quarter') : ''}
      </text>
    </svg>
  );
}

/** The cone at one end of a list, along the way from its first to its farthest. */
const far =
  (cones: readonly StepPoint[], side: -1 | 1) =>
  (best: StepPoint, cone: StepPoint): StepPoint => {
    const [first, last] = [cones[0] ?? cone, cones.at(-1) ?? cone];
    const along = (p: StepPoint) => (p.x - first.x) * (last.x - first.x || 1e-6) + (p.y - first.y) * (last.y - first.y || 1e-6);
    return side * (along(cone) - along(best)) > 0 ? cone : best;
  };

interface LegProps {
  leg: Leg;
  next: Leg | undefined;
  /** Metres to drawing units. */
  place(p: StepPoint): StepPoint;
  /** Steps to metres, turned with the layout. */
  ground(p: StepPoint): StepPoint;
  step: number;
}

/** One stretch of chalk: a line beside the straight way, with a tick for each step; a weave swings round its cones. */
function LegLine({ leg, next, place, ground, step }: LegProps) {
  const [from, to] = [ground(leg.from), ground(leg.to)];
  const chalk = leg.way === 'out' ? 'var(--ink)' : 'var(--dust)';
  if (leg.pass) {
    // The runner is on the other side of the cone than the side it is passed on.
    const by = (pass: Leg['pass']) => (pass === 'left' ? PASS : -PASS);
    const last = next?.action !== 'weave' || next.way !== leg.way;
    const start = beside(from, to, from, -by(leg.pass));
    const end = last ? to : beside(from, to, to, by(leg.pass));
    const [a, b] = [place(start), place(end)];
    return (
      <path
        d={`M${a.x} ${a.y} C${a.x} ${(a.y + b.y) / 2} ${b.x} ${(a.y + b.y) / 2} ${b.x} ${b.y}`}
        fill="none"
        stroke={chalk}
        strokeWidth="2"
        strokeDasharray="5 3"
      />
    );
  }
  const [a, b] = [beside(from, to, from, APART), beside(from, to, to, APART)];
  const [p, q] = [place(a), place(b)];
  const ticks = Array.from({ length: Math.max(0, Math.round(leg.steps) - 1) }, (_, i) => (i + 1) / leg.steps);
  const tick = 0.07 * Math.max(1, step);
  return (
    <g stroke={chalk} fill="none">
      <line
        x1={p.x}
        y1={p.y}
        x2={q.x}
        y2={q.y}
        strokeWidth="1.6"
        strokeDasharray={leg.action === 'dribble' ? '5 3' : leg.action === 'shuffle' ? '1.5 3' : undefined}
      />
      {ticks.map((share) => {
        const spot = { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
        const [one, two] = [place(beside(from, to, spot, -tick)), place(beside(from, to, spot, tick))];
        return <line key={share} x1={one.x} y1={one.y} x2={two.x} y2={two.y} strokeWidth="1" />;
      })}
    </g>
  );
}
