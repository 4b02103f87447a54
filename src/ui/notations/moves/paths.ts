/** One painted path; a picture is a list of them, from the back to the front. */
export interface Shape {
  d: string;
  fill?: string;
  stroke?: string;
  width?: number;
  dash?: string;
  opacity?: number;
}

export interface ScreenPoint {
  x: number;
  y: number;
}

const round = (n: number): string => String(Math.round(n * 10) / 10);

export const line = (spots: readonly ScreenPoint[]): string => `M${spots.map(({ x, y }) => `${round(x)} ${round(y)}`).join('L')}`;
export const polygon = (spots: readonly ScreenPoint[]): string => `${line(spots)}Z`;
export const ellipse = ({ x, y }: ScreenPoint, rx: number, ry: number): string =>
  `M${round(x - rx)} ${round(y)}a${round(rx)} ${round(ry)} 0 1 0 ${round(2 * rx)} 0a${round(rx)} ${round(ry)} 0 1 0 ${round(-2 * rx)} 0Z`;
export const circle = (at: ScreenPoint, r: number): string => ellipse(at, r, r);

const cross = (o: ScreenPoint, a: ScreenPoint, b: ScreenPoint) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** The convex outline round some circles (Andrew's monotone chain over points on them). */
export function hullOf(circles: readonly (ScreenPoint & { r: number })[]): string {
  const points = circles.flatMap(({ x, y, r }) => {
    const n = r < 0.6 ? 1 : 12;
    return Array.from({ length: n }, (_, i) => {
      const angle = (i * 2 * Math.PI) / n;
      return n === 1 ? { x, y } : { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) };
    });
  });
  points.sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly ScreenPoint[]) => {
    const chain: ScreenPoint[] = [];
    for (const p of list) {
      while (chain.length > 1 && cross(chain[chain.length - 2] as ScreenPoint, chain[chain.length - 1] as ScreenPoint, p) <= 0) chain.pop();
      chain.push(p);
    }
    chain.pop();
    return chain;
  };
  return polygon([...half(points), ...half(points.slice().reverse())]);
}

/** A line with a point at its end. */
export function arrow(spots: readonly ScreenPoint[], stroke: string, width: number, dash?: string): Shape[] {
  const end = spots.at(-1);
  let total = 0;
  for (let i = 1; i < spots.length; i++)
    total += Math.hypot(
      (spots[i] as ScreenPoint).x - (spots[i - 1] as ScreenPoint).x,
      (spots[i] as ScreenPoint).y - (spots[i - 1] as ScreenPoint).y,
    );
  if (!end || total < width * 3) return [];
  const from = spots.findLast((p) => Math.hypot(end.x - p.x, end.y - p.y) > width * 2.5) ?? (spots[0] as ScreenPoint);
  const length = Math.hypot(end.x - from.x, end.y - from.y) || 1;
  const u = { x: (end.x - from.x) / length, y: (end.y - from.y) / length };
  const head = width * 3.2;
  const wing = (s: number) => ({ x: end.x - u.x * head - u.y * s * head * 0.6, y: end.y - u.y * head + u.x * s * head * 0.6 });
  return [
    { d: line(spots), stroke, width, ...(dash ? { dash } : {}) },
    { d: line([wing(-1), end, wing(1)]), stroke, width },
  ];
}
