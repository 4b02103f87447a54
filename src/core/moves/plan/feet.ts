import { BALL, HALF_SHOE, HALF_STANCE, IN_AIR } from '../child.ts';
import { type ShoePose, touching } from '../contact.ts';
import { ahead, clamp, distance, dot, lengthOf, minus, mix, mix2, nearAngle, plus, seenFrom, toRight, unit } from '../geometry.ts';
import { type Act, isFootSurface, isSide, isTouch, otherSide, type Point2, type Point3, SIDES, type Side, sign } from '../terms.ts';
import { placeOnTrack } from './ball-track.ts';
import type { BallSpan, Contact, FootSpan, Leap, Tick, TrunkKey } from './types.ts';
import { isWithBall, turnOf, type Unrolled } from './unroll.ts';

const NOWHERE: Point3 = { x: 0, y: 0, z: 0 };
/** A foot that is further off than this steps to where it belongs, metres and degrees. */
const OFF_PLACE = 0.085;
const OFF_YAW = 30;
/** What is farther is run to, and one running step, metres. */
const RUN_FROM = 0.5;
const RUN_STEP = 0.42;
/** The share of a beat in which the body turns: late, so that the ball is past before the toes come round. */
export const TURNING = [0.32, 0.95] as const;
/** Seconds that a foot is up before or after its touch, at most. */
const UP_SECONDS = 0.36;
/** Poses that are held: where the foot is, seen from the hips on its own side, metres, and how it is turned. */
const HELD_POSES = {
  behind: { out: 0.06, forward: -0.24, z: 0.4, yaw: 0, pitch: 105 },
  out: { out: 0.3, forward: 0.12, z: 0.3, yaw: 70, pitch: 10 },
  back: { out: 0, forward: -0.42, z: 0, yaw: 0, pitch: 0 },
} as const;

interface FootState {
  pose: ShoePose;
  /** Since when it is where it is. */
  since: number;
  /** Left the ball and not down yet. */
  air: { t: number; v: Point3; lift: number; contact: number } | null;
}

/** Second walk: what the feet do so that every touch is where the ball is. */
export class FeetPlanner {
  readonly spans: Record<Side, FootSpan[]> = { left: [], right: [] };
  readonly leaps: Leap[] = [];
  /** Where the body is while the feet run, and the beats after which they do. */
  readonly runs: TrunkKey[] = [];
  readonly ran = new Set<number>();
  private readonly state: Record<Side, FootState>;
  private readonly half: number;
  private readonly contactOf: ReadonlyMap<number, number>;
  private readonly firstFoot: Side;
  /** Which way round feet turn: with the body. */
  private bias = 0;

  constructor(
    private readonly said: Unrolled,
    private readonly ticks: readonly Tick[],
    private readonly contacts: readonly Contact[],
    private readonly ball: readonly BallSpan[],
  ) {
    this.half = HALF_STANCE[said.movement.stance.feet];
    this.contactOf = new Map(contacts.map((contact, i) => [contact.k, i]));
    // The foot named first goes first where either could: a mirrored drill is a mirrored picture.
    this.firstFoot = said.movement.beats.flatMap((beat) => beat.acts.map((act) => act.who)).find(isSide) ?? 'right';
    const at = (side: Side): FootState => ({ pose: this.homeOf(side, { x: 0, y: 0 }, 0, null), since: -10, air: null });
    this.state = { left: at('left'), right: at('right') };
  }

  walk(): void {
    for (let k = 0; k < this.ticks.length; k++) this.step(k);
    const end = (this.ticks.at(-1) as Tick).t + 1;
    for (const side of SIDES) this.stayDown(side, end);
  }

  private ballAt(t: number): Point3 {
    return placeOnTrack(this.ball, t);
  }

  private order(k: number): [Side, Side] {
    const first = this.said.isMirrored(k) ? otherSide(this.firstFoot) : this.firstFoot;
    return [first, otherSide(first)];
  }

  /** Where a foot stands for a body at `middle` that faces `face`; never on the ball. */
  private homeOf(side: Side, middle: Point2, face: number, ball: Point3 | null): ShoePose {
    const s = sign(side);
    const [u, v] = [ahead(face), toRight(face)];
    let [x, y] = [middle.x + v.x * s * this.half, middle.y + v.y * s * this.half];
    // In numbers instead of points: it is asked some hundred thousand times.
    for (let i = 0; ball && ball.z < 0.25 && i < 12; i++) {
      const [dx, dy] = [ball.x - x, ball.y - y];
      const along = clamp(dx * u.x + dy * u.y, -0.1, 0.1);
      if (lengthOf(dx - u.x * along, dy - u.y * along) > BALL + HALF_SHOE + 0.012) break;
      x += v.x * s * 0.02;
      y += v.y * s * 0.02;
    }
    return { x, y, z: 0, yaw: face + s * 7, pitch: 0 };
  }

  private isOff(side: Side, home: ShoePose): boolean {
    const { pose } = this.state[side];
    return distance(home, pose) > OFF_PLACE || Math.abs(nearAngle(home.yaw, pose.yaw) - pose.yaw) > OFF_YAW;
  }

  private stayDown(side: Side, until: number): void {
    const s = this.state[side];
    if (until > s.since + 1e-9) this.put(side, { t0: s.since, t1: until, kind: 'down', b: s.pose });
    s.since = until;
  }

  private put(side: Side, span: Pick<FootSpan, 't0' | 't1' | 'kind' | 'b'> & Partial<FootSpan>): void {
    this.spans[side].push({
      a: this.state[side].pose,
      va: NOWHERE,
      vb: NOWHERE,
      lift: 0,
      swerve: NOWHERE,
      fromBelow: false,
      contact: null,
      round: null,
      ...span,
    });
  }

  /** Moves a foot through the air, or turns it on the ground. */
  private move(side: Side, t0: number, t1: number, to: ShoePose, how: Partial<FootSpan> = {}): void {
    const s = this.state[side];
    const pose = { ...to, yaw: nearAngle(to.yaw, s.pose.yaw + this.bias) };
    this.put(side, { t0, t1, kind: 'air', b: pose, lift: 0.05, ...how });
    s.pose = pose;
    s.since = t1;
  }

  /** A foot that left the ball comes down. */
  private land(side: Side, at: number, to: ShoePose): void {
    const s = this.state[side];
    if (!s.air) return;
    const { v, lift, contact, t } = s.air;
    s.air = null;
    const from = this.contacts[contact];
    this.move(side, t, at, to, { va: v, lift, contact, fromBelow: from ? from.at.z > IN_AIR : false });
  }

  private step(k: number): void {
    const tick = this.ticks[k] as Tick;
    const before = this.ticks[k - 1];
    const act = this.said.mains[k] as Act;
    const { worker } = tick;
    const free = before ? tick.t - before.release : 0.6;
    const t0 = before ? before.release : tick.t - 0.6;
    this.bias = before ? turnOf(before.beat) * 0.4 : 0;
    const hop = tick.beat.acts.find((one) => one.verb === 'hop');
    const jump = tick.beat.acts.some((one) => one.verb === 'jump');
    const hopper: Side | null = !hop ? null : isSide(hop.who) ? hop.who : worker ? otherSide(worker) : null;
    let lifts = tick.t - Math.min(0.5 * free, UP_SECONDS);
    if (before && distance(before.middle, tick.middle) > RUN_FROM && !jump && !hopper) lifts = this.run(k, before, tick, t0, free);
    lifts = this.bringDownAirborne({ k, tick, act, t0, free, jump, hopper, lifts });
    lifts = this.stepIntoPlace({ k, tick, t0, free, hopper, lifts, first: !before });
    if (hopper && !this.state[hopper].air) this.hop(hopper, tick, free);
    if (act.who === 'feet') this.withBoth(tick, act);
    else if (worker) this.work(k, tick, act, worker, lifts);
    this.pivot(k, tick, worker, hopper);
  }

  /** Too far for one step: the feet run, one after the other; the last to come down is the one that stands next. Gives when it is over. */
  private run(k: number, before: Tick, tick: Tick, t0: number, free: number): number {
    const { worker } = tick;
    const ball = this.ballAt(tick.t);
    const begin = SIDES.find((side) => this.state[side].air) ?? worker ?? this.order(k)[0];
    let steps = Math.max(2, Math.ceil(distance(before.middle, tick.middle) / RUN_STEP));
    if (worker && (steps % 2 === 1 ? begin : otherSide(begin)) === worker) steps++;
    const each = free / (steps + (worker ? 0.9 : 0));
    for (let i = 1; i <= steps; i++) {
      const side = i % 2 === 1 ? begin : otherSide(begin);
      const u = i / steps;
      const to = this.homeOf(side, mix2(before.middle, tick.middle, u), mix(before.face, tick.face, u), i >= steps - 1 ? ball : null);
      if (this.state[side].air) this.land(side, t0 + i * each, to);
      else {
        this.stayDown(side, t0 + (i - 1) * each);
        this.move(side, t0 + (i - 1) * each, t0 + i * each, to, { lift: 0.08 });
      }
    }
    this.ran.add(k - 1);
    for (let i = 0; i <= steps; i++) {
      const at = mix2(before.middle, tick.middle, (i / steps) * 0.94 + 0.03);
      this.runs.push({ t: t0 + Math.max(0.12 * each, i * each), ...at, low: 0.01, lean: 11 });
    }
    return t0 + steps * each;
  }

  private bringDownAirborne(now: {
    k: number;
    tick: Tick;
    act: Act;
    t0: number;
    free: number;
    jump: boolean;
    hopper: Side | null;
    lifts: number;
  }): number {
    const { tick, act, t0, free, jump, hopper } = now;
    const { worker } = tick;
    const airborne = SIDES.find((side) => this.state[side].air) ?? null;
    if (!airborne) return now.lifts;
    const home = (side: Side, t: number) => this.homeOf(side, tick.middle, tick.face, this.ballAt(t));
    if (airborne !== worker) {
      if (!jump) {
        const at = t0 + Math.min(0.5 * free, UP_SECONDS);
        this.land(airborne, at, home(airborne, at));
        return now.lifts;
      }
      // The foot stays on the ball until the jump changes feet.
      const lifts = tick.t - Math.min(0.62 * free, 0.3);
      const s = this.state[airborne];
      if (s.air && lifts > s.air.t) {
        this.put(airborne, { t0: s.air.t, t1: lifts, kind: 'ride', b: s.pose, contact: s.air.contact });
        s.air = { ...s.air, t: lifts, v: NOWHERE };
      }
      this.land(airborne, tick.t, home(airborne, tick.t));
      this.leaps.push({ t0: lifts, t1: tick.t, high: 0.05, leg: 'both' });
      return lifts;
    }
    // The foot that works next is still up: it comes down only where the other has to step, or where there is long to wait.
    const standing = otherSide(worker);
    const needed = standing !== hopper && this.isOff(standing, home(standing, tick.t));
    const waits = free > 1.1 && !this.said.movement.stance.stand;
    if (!needed && !waits && act.verb !== 'step' && act.verb !== 'over') return now.lifts;
    const third = Math.min(needed ? free / 3 : free / 2, UP_SECONDS);
    this.land(worker, t0 + third, home(worker, t0 + third));
    if (needed) {
      this.stayDown(standing, t0 + third);
      this.move(standing, t0 + third, tick.t - third, home(standing, tick.t));
    }
    return tick.t - third;
  }

  /** Feet that stand must stand where the body needs them. */
  private stepIntoPlace(now: {
    k: number;
    tick: Tick;
    t0: number;
    free: number;
    hopper: Side | null;
    lifts: number;
    first: boolean;
  }): number {
    const { k, tick, t0, free, hopper } = now;
    const { worker } = tick;
    let { lifts } = now;
    const ball = this.ballAt(tick.t);
    const standing = this.order(k).filter((side) => side !== worker && side !== hopper && !this.state[side].air);
    let from = Math.max(t0, this.state.left.since, this.state.right.since);
    for (const side of standing) {
      const home = this.homeOf(side, tick.middle, tick.face, ball);
      if (now.first) this.state[side].pose = home;
      else if (this.isOff(side, home)) {
        const room = (worker ? lifts : tick.t) - from;
        let seconds = Math.min(0.34, standing.length > 1 ? room / 2 : room);
        if (worker && seconds < 0.16) {
          lifts = Math.max(lifts, tick.t - 0.3 * free);
          seconds = Math.min(0.34, lifts - from);
        }
        if (seconds < 0.05) continue;
        this.stayDown(side, from);
        this.move(side, from, from + seconds, home);
        from += seconds;
      }
    }
    return lifts;
  }

  private hop(side: Side, tick: Tick, free: number): void {
    const air = Math.min(0.62 * free, 0.3);
    const { pose } = this.state[side];
    const home = this.homeOf(side, tick.middle, tick.face, this.ballAt(tick.t));
    const there = distance(home, pose) < 0.03 && Math.abs(nearAngle(home.yaw, pose.yaw) - pose.yaw) < 10;
    this.stayDown(side, tick.t - air);
    this.move(side, tick.t - air, tick.t, there ? pose : home, { lift: 0.085 });
    this.leaps.push({ t0: tick.t - air, t1: tick.t, high: 0.07, leg: side });
  }

  /** Both insides take the ball between them and lift it. */
  private withBoth(tick: Tick, act: Act): void {
    const i = this.contactOf.get(tick.k);
    const contact = i === undefined ? undefined : this.contacts[i];
    if (!contact || i === undefined || !isFootSurface(act.surface)) return;
    for (const side of SIDES) {
      const pose = touching(side, 'inside', contact.at, null, tick.face);
      const end = touching(side, 'inside', { ...contact.at, z: Math.min(contact.at.z + 0.2, IN_AIR) }, null, tick.face);
      const at = tick.t - 0.25;
      this.stayDown(side, Math.max(this.state[side].since, at));
      this.move(side, Math.max(this.state[side].since, at), tick.t, pose, { lift: 0, contact: i });
      this.put(side, { t0: tick.t, t1: tick.release, kind: 'ride', a: pose, b: { ...pose, z: pose.z + 0.2 }, contact: i });
      this.state[side].pose = { ...end, z: pose.z + 0.2, yaw: nearAngle(end.yaw, pose.yaw) };
      this.state[side].since = tick.release;
      this.move(side, tick.release, tick.release + 0.2, this.homeOf(side, tick.middle, tick.face, null), { lift: 0, fromBelow: true });
    }
    this.leaps.push({ t0: tick.t - 0.25, t1: tick.release + 0.2, high: 0.16, leg: 'both' });
  }

  private work(k: number, tick: Tick, act: Act, worker: Side, lifts: number): void {
    const s = this.state[worker];
    const startsAt = s.air ? s.air.t : lifts;
    const next = this.ticks[k + 1];
    if (s.air === null) this.stayDown(worker, startsAt);
    const came = s.air;
    const left = came ? this.contacts[came.contact] : undefined;
    const from = { va: came ? came.v : NOWHERE, lift: came ? came.lift : 0.05, below: left ? left.at.z > IN_AIR : false };
    s.air = null;
    if (act.verb === 'over') {
      const recover = next ? Math.min(0.44 * (next.t - tick.release), UP_SECONDS) : 0.3;
      this.swing(tick, next ?? tick, act, worker, startsAt, recover);
    } else if (act.verb === 'step') {
      const after = next ?? tick;
      this.move(worker, startsAt, tick.t, this.homeOf(worker, after.middle, after.face, this.ballAt(tick.t)), { va: from.va, lift: 0.06 });
    } else if (act.verb === 'hold' && !isWithBall(act)) this.holdPose(tick, act, worker, startsAt);
    else if (isFootSurface(act.surface) && isWithBall(act)) this.touch(k, tick, act, worker, startsAt, from, came !== null);
    else if (act.surface === 'thigh' && isTouch(act.verb)) this.thigh(tick, worker, startsAt, from.va);
  }

  /** A step-over: round the front of the ball, from its inner side to its outer, or the other way. */
  private swing(tick: Tick, after: Tick, act: Act, side: Side, startsAt: number, recover: number): void {
    const s = this.state[side];
    const at = this.ballAt(tick.t);
    const { face } = tick;
    const g = sign(side);
    const fromInside = act.from === 'inside';
    const land = tick.t + recover;
    let to: ShoePose;
    if (fromInside) {
      const home = this.homeOf(side, after.middle, after.face, this.ballAt(land));
      const wide = seenFrom(at, face, g * (BALL + 0.11), -0.2);
      const short = g * dot(minus(wide, home), toRight(face));
      to = short > 0 ? { ...plus(home, toRight(face), g * short), z: 0, yaw: home.yaw, pitch: 0 } : home;
    } else to = { ...seenFrom(at, face, -g * 0.2, 0.06), z: 0, yaw: face - g * 4, pitch: 0 };
    /** Angle round the ball: 0 to the outer side, 90 in front, 180 to the inner side. */
    const angle = (p: Point2) => {
      const d = minus(p, at);
      return (Math.atan2(dot(d, ahead(face)), g * dot(d, toRight(face))) * 180) / Math.PI;
    };
    let [a0, a1] = [angle(s.pose), angle(to)];
    if (fromInside) {
      if (a0 < 100) a0 += 360;
      if (a1 > 90) a1 -= 360;
    } else {
      if (a0 > 80) a0 -= 360;
      if (a1 < 90) a1 += 360;
    }
    const pose = { ...to, yaw: nearAngle(to.yaw, s.pose.yaw) };
    const round = { at: { x: at.x, y: at.y }, from: a0, to: a1, ra: distance(s.pose, at), rb: distance(to, at), face, side };
    this.put(side, { t0: startsAt, t1: land, kind: 'swing', b: pose, lift: 0.09, round });
    s.pose = pose;
    s.since = land;
  }

  private holdPose(tick: Tick, act: Act, side: Side, startsAt: number): void {
    const { out, forward, z, yaw, pitch } = HELD_POSES[act.ways.includes('out') ? 'out' : act.ways.includes('behind') ? 'behind' : 'back'];
    const at = seenFrom(tick.middle, tick.face, sign(side) * (this.half + out), forward);
    const pose: ShoePose = { ...at, z, yaw: tick.face + sign(side) * yaw, pitch };
    this.move(side, startsAt, tick.t, pose, { lift: z > 0 ? 0 : 0.05 });
    if (z === 0) return;
    const until = tick.release;
    this.put(side, { t0: tick.t, t1: until, kind: 'ride', a: pose, b: this.state[side].pose });
    this.state[side].since = until;
    this.state[side].air = { t: until, v: NOWHERE, lift: 0, contact: -1 };
  }

  private touch(
    k: number,
    tick: Tick,
    act: Act,
    side: Side,
    startsAt: number,
    from: { va: Point3; lift: number; below: boolean },
    cameUp: boolean,
  ): void {
    const { surface } = act;
    const i = this.contactOf.get(k);
    const contact = i === undefined ? undefined : this.contacts[i];
    if (!contact || i === undefined || !isFootSurface(surface)) return;
    const s = this.state[side];
    const next = this.ticks[k + 1];
    const pose = touching(side, surface, contact.at, contact.way, tick.face);
    const inAir = contact.at.z > IN_AIR;
    const v = this.speedAt(tick, act, contact, next, inAir);
    this.move(side, startsAt, tick.t, pose, {
      va: from.va,
      vb: v,
      fromBelow: cameUp && (inAir || from.below),
      swerve: this.swerveTo(k, tick, act, pose, contact, cameUp, inAir),
      lift: surface === 'sole' ? 0.07 : from.lift,
      contact: i,
    });
    if (tick.release > tick.t) {
      const dead = act.verb === 'stop' || act.verb === 'hold' || (act.verb === 'tap' && surface === 'sole');
      const turned = act.verb === 'circle' ? turnOf(tick.beat) * 0.6 : 0;
      const end = touching(side, surface, dead ? contact.at : this.ballAt(tick.release), contact.way, tick.face + turned);
      this.put(side, { t0: tick.t, t1: tick.release, kind: 'ride', a: pose, b: end, contact: i });
      s.pose = { ...end, yaw: nearAngle(end.yaw, pose.yaw) };
      s.since = tick.release;
    }
    s.air = {
      t: tick.release,
      v: tick.release > tick.t ? NOWHERE : { x: v.x * 0.8, y: v.y * 0.8, z: v.z * 0.5 },
      lift: surface === 'sole' ? 0.02 : 0.04,
      contact: i,
    };
  }

  /** How fast the foot goes through the ball. */
  private speedAt(tick: Tick, act: Act, contact: Contact, next: Tick | undefined, inAir: boolean): Point3 {
    if (act.surface === 'sole') return { x: 0, y: 0, z: act.verb === 'tap' ? -0.2 : 0 };
    if (inAir) return act.verb === 'kick' ? { x: 0, y: 0, z: 0.9 } : NOWHERE;
    if (!contact.way || (act.verb !== 'tap' && act.verb !== 'push' && act.verb !== 'pass')) return NOWHERE;
    const far = next ? distance(this.ballAt(Math.min(next.t, tick.t + tick.gap)), contact.at) : 0.2;
    const speed = clamp((far / tick.gap) * 1.2, 0, act.verb === 'pass' ? 2 : 1);
    return { x: contact.way.x * speed, y: contact.way.y * speed, z: 0 };
  }

  /** A foot comes to the ball from behind the surface that touches, and changes sides of it behind the ball. */
  private swerveTo(k: number, tick: Tick, act: Act, pose: ShoePose, contact: Contact, cameUp: boolean, inAir: boolean): Point2 {
    const { surface } = act;
    if (inAir) return NOWHERE;
    if (!cameUp) {
      if (surface !== 'inside' && surface !== 'outside') return NOWHERE;
      const d = unit(minus(pose, contact.at));
      const by = act.verb === 'stop' ? 0.13 : 0.05;
      return { x: d.x * by, y: d.y * by };
    }
    const before = this.said.mains[k - 1];
    const beforeTick = this.ticks[k - 1];
    const flat = (one: Act) => one.surface === 'sole' || one.surface === 'laces';
    const changes = before && beforeTick?.worker === tick.worker && before.surface !== surface && !flat(act) && before.surface !== 'sole';
    return changes ? { x: ahead(tick.face).x * -0.25, y: ahead(tick.face).y * -0.25 } : NOWHERE;
  }

  private thigh(tick: Tick, side: Side, startsAt: number, va: Point3): void {
    const i = this.contactOf.get(tick.k);
    const contact = i === undefined ? undefined : this.contacts[i];
    if (!contact || i === undefined) return;
    const under = seenFrom(contact.at, tick.face, 0, 0.04);
    this.move(side, startsAt, tick.t, { ...under, z: 0.33, yaw: tick.face, pitch: 18 }, { va, lift: 0.02, contact: i });
    const until = tick.t + Math.min(0.1, tick.gap * 0.25);
    const s = this.state[side];
    this.put(side, { t0: tick.t, t1: until, kind: 'ride', b: s.pose });
    s.air = { t: until, v: { x: 0, y: 0, z: -0.4 }, lift: 0, contact: i };
    s.since = until;
  }

  /** The standing foot turns with the body, on its ball. */
  private pivot(k: number, tick: Tick, worker: Side | null, hopper: Side | null): void {
    const turn = turnOf(tick.beat);
    this.bias = turn * 0.4;
    const next = this.ticks[k + 1];
    if (!turn || !next || distance(tick.middle, next.middle) > RUN_FROM) return;
    const [from, to] = [tick.t + TURNING[0] * tick.gap, tick.t + TURNING[1] * tick.gap];
    for (const side of SIDES) {
      const s = this.state[side];
      if (side === worker || side === hopper || s.air || from < s.since) continue;
      if (next.beat.acts.some((one) => one.verb === 'hop' && one.who === side)) continue;
      this.stayDown(side, from);
      this.move(side, from, to, { ...s.pose, yaw: next.face + sign(side) * 7 }, { kind: 'pivot', lift: 0 });
    }
  }
}
