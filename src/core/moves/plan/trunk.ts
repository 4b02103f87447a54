import { IN_AIR } from '../child.ts';
import type { ShoePose } from '../contact.ts';
import { minus, mix2, plus, smooth, spanAt } from '../geometry.ts';
import { type Act, otherSide, type Point2, type Side } from '../terms.ts';
import type { Contact, FootSpan, Tick, TrunkKey } from './types.ts';
import type { Unrolled } from './unroll.ts';

/** Where a foot is at an instant, as near as a body needs it to stand over it. */
export function roughFoot(spans: readonly FootSpan[], t: number): ShoePose {
  const span = spanAt(spans, t);
  const u = smooth((t - span.t0) / (span.t1 - span.t0 || 1));
  return { ...span.a, ...mix2(span.a, span.b, u) };
}

/** How the trunk is held at a beat. */
function bearing(act: Act, contact: Contact | undefined): { low: number; lean: number } {
  const inAir = contact !== undefined && contact.at.z > IN_AIR + 0.04;
  switch (act.verb) {
    case 'pick':
      return { low: 0.26, lean: 62 };
    case 'catch':
      return { low: 0, lean: 6 };
    case 'shield':
    case 'over':
      return { low: 0.03, lean: 13 };
    case 'hold':
      return act.ways.includes('back') ? { low: 0.06, lean: 16 } : { low: 0, lean: 2 };
    case 'stop':
    case 'pass':
      return { low: 0, lean: 10 };
    default:
      return { low: 0, lean: act.surface === 'thigh' ? -4 : act.surface === 'chest' ? -14 : inAir ? 3 : 13 };
  }
}

/** The body over the feet: over the one that stands, a little towards the ball. */
export function trunkKeys(
  said: Unrolled,
  ticks: readonly Tick[],
  contacts: readonly Contact[],
  feet: Record<Side, readonly FootSpan[]>,
  running: { keys: readonly TrunkKey[]; after: ReadonlySet<number> },
): TrunkKey[] {
  const contactOf = new Map(contacts.map((contact) => [contact.k, contact]));
  const keys: TrunkKey[] = [];
  const put = (t: number, at: Point2, low: number, lean: number) => keys.push({ t, x: at.x, y: at.y, low, lean });
  ticks.forEach((tick, k) => {
    const act = said.mains[k] as Act;
    const next = ticks[k + 1];
    const contact = contactOf.get(k);
    const { low, lean } = bearing(act, contact);
    let at: Point2 = tick.middle;
    if (tick.worker && act.verb !== 'step') {
      at = mix2(tick.middle, roughFoot(feet[otherSide(tick.worker)], tick.t), 0.6);
      if (contact && contact.at.z <= IN_AIR + 0.04) at = plus(at, minus(contact.at, at), 0.06);
    } else if (tick.worker) at = mix2(roughFoot(feet.left, tick.t), roughFoot(feet.right, tick.t), 0.5);
    put(tick.t, at, low, lean);
    const picks = act.verb === 'pick';
    if (tick.release > tick.t + 0.05) put(tick.release, at, picks ? 0 : low, picks ? 8 : lean);
    if (!next || running.after.has(k)) return;
    if (next.t - tick.release > 0.75) {
      put(tick.release + 0.36, next.middle, 0, 9);
      put(next.t - 0.36, next.middle, 0, 9);
    } else put((tick.release + next.t) / 2, mix2(at, next.middle, 0.6), low * 0.5, 11);
  });
  return [...keys, ...running.keys].sort((a, b) => a.t - b.t);
}
