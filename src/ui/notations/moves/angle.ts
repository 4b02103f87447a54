import { BALL } from '../../../core/moves/child.ts';
import { frameAt, isSide, type Plan, SIDES } from '../../../core/moves/index.ts';
import { Camera } from './camera.ts';

/** Angles that are tried, in the order in which they are liked: half from the front first, then from the side, from behind last. */
const ANGLES = [35, -35, 60, -60, 90, -90, 150, -150] as const;
/** How much better a later one has to be. */
const WORTH = 0.12;

const kept = new WeakMap<Plan, number>();

/** How much of the ball is hidden behind a leg at its touches, 0 to 1. */
function hidden(plan: Plan, from: number): number {
  const contacts = plan.contacts.filter((one) => isSide(one.who) && one.t >= plan.start && one.t <= plan.start + plan.period).slice(0, 12);
  if (contacts.length === 0) return 0;
  let sum = 0;
  for (const contact of contacts) {
    const frame = frameAt(plan, contact.t - plan.start);
    const camera = new Camera(plan, frame, { width: 200, height: 200, from, tilt: 24 });
    const ball = camera.at(frame.ball);
    const r = BALL * camera.scale;
    let most = 0;
    for (const side of SIDES) {
      const { knee, ankle } = frame.legs[side];
      for (let i = 0; i <= 6; i++) {
        const p = {
          x: knee.x + (ankle.x - knee.x) * (i / 6),
          y: knee.y + (ankle.y - knee.y) * (i / 6),
          z: knee.z + (ankle.z - knee.z) * (i / 6),
        };
        if (camera.nearness(p) <= camera.nearness(frame.ball)) continue;
        const spot = camera.at(p);
        most = Math.max(most, 1 - Math.hypot(spot.x - ball.x, spot.y - ball.y) / (r * 1.4));
      }
    }
    sum += Math.max(0, most);
  }
  return sum / contacts.length;
}

/** A good first angle: no touch hidden behind a leg; where there is a wall or a way, from behind, so that it is seen. */
export function goodAngle(plan: Plan): number {
  const known = kept.get(plan);
  if (known !== undefined) return known;
  let best = plan.wall !== null || plan.goal !== null || plan.course !== null ? 150 : ANGLES[0];
  if (best !== 150) {
    let least = hidden(plan, best);
    for (const angle of ANGLES.slice(1)) {
      const now = hidden(plan, angle);
      if (now < least - WORTH) [best, least] = [angle, now];
    }
  }
  kept.set(plan, best);
  return best;
}
