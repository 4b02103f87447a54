import { BALL, BALL_HEIGHT, HALF_STANCE, HELD, IN_AIR, SHOE, STEP } from '../child.ts';
import { meetingPoint, touching } from '../contact.ts';
import {
  ahead,
  clamp,
  distance,
  dot,
  lengthOf,
  minus,
  mix,
  mix3,
  nearAngle,
  plus,
  seenFrom,
  toRight,
  turnedRound,
  unit,
} from '../geometry.ts';
import {
  type Act,
  type Beat,
  isFootSurface,
  isSide,
  otherSide,
  type Point2,
  type Point3,
  type Side,
  type Surface,
  sign,
} from '../terms.ts';
import { BallTrack, fallSeconds, flightSeconds } from './ball-track.ts';
import type { Contact, HandKey, Tick } from './types.ts';
import { isWithBall, problemIn, turnOf, type Unrolled } from './unroll.ts';

/** Seconds of a plain beat at the movement's own pace. */
const BEAT = 0.5;
const RUNNING_BEAT = 0.36;
/** Metres a second of a pass to the wall, and of what comes back. */
const PASS_SPEED = 4;
const REBOUND_SPEED = 2.2;
const VOLLEY_SPEED = 4.5;
/** Where the feet must be for each surface: from and to, on the working foot's side and forward of the body's middle, metres. */
const REACH = {
  over: [-0.08, 0.08, 0.24, 0.32],
  inside: [0.06, 0.36, -0.2, 0.3],
  outside: [-0.02, 0.34, -0.12, 0.3],
  sole: [0.04, 0.3, -0.02, 0.42],
  other: [-0.04, 0.26, -0.32, 0.28],
} as const;

/** What a beat does to the ball, and how long it takes. */
interface Effect {
  target: Point3;
  way: Point2 | null;
  /** Seconds that the touch lasts, until the next beat, and that physics fixes of them. */
  hold: number;
  gap: number;
  fixed: number;
}

/** First walk through the beats: the ball, the middle of the feet, the way the body faces, and the time of each beat. */
export class BallPlanner {
  readonly track = new BallTrack();
  readonly ticks: Tick[] = [];
  readonly contacts: Contact[] = [];
  readonly hands: HandKey[] = [];
  private t = 0;
  private middle: Point2 = { x: 0, y: 0 };
  private face = 0;
  private ball: Point3;
  /** The way in which the ball last came. */
  private incoming: Point2 = { x: 0, y: -1 };
  /** The height that a bouncing ball fell from. */
  private fellFrom: number = HELD.z;
  private passBegan: { middle: Point2; face: number; ball: Point3; mirrored: boolean };
  private readonly firstBall: Point3;
  private readonly half: number;

  constructor(private readonly said: Unrolled) {
    this.half = HALF_STANCE[said.movement.stance.feet];
    this.ball = said.course ? { ...said.course.ballFor(0), z: BALL } : this.startBall();
    this.firstBall = { ...this.ball };
    this.passBegan = { middle: this.middle, face: 0, ball: this.ball, mirrored: false };
  }

  walk(): void {
    for (let k = 0; k < this.said.beats.length; k++) this.step(k);
  }

  private startBall(): Point3 {
    const { ball, ballSide } = this.said.movement.stance;
    const s = ballSide ? sign(ballSide) : 0;
    const main = this.said.mains[0] as Act;
    switch (ball) {
      case 'between':
        return { x: 0, y: 0.05, z: BALL };
      case 'beside':
        return { x: s * 0.3, y: 0.1, z: BALL };
      case 'under':
        return { x: s * 0.12, y: 0.24, z: BALL };
      case 'hands':
        return { x: 0, y: HELD.forward, z: HELD.z };
      case 'air':
        return meetingPoint(this.said.sides[0] ?? null, main.surface, this.middle, 0);
      case 'none':
        return { x: 0, y: 60, z: BALL };
      default:
        return { x: s * 0.12, y: 0.29, z: BALL };
    }
  }

  private step(k: number): void {
    const { said } = this;
    const { course } = said;
    const beat = said.beats[k] as Beat;
    const act = said.mains[k] as Act;
    const side = said.sides[k] ?? null;
    if (k % said.perPass === 0)
      this.passBegan = { middle: this.middle, face: this.face, ball: { ...this.ball }, mirrored: said.isMirrored(k) };
    if (course) {
      this.middle = course.at(said.metres(k));
      this.face = nearAngle(course.face(said.metres(k) + 0.1), this.face);
    }
    const worker = side && act.verb !== 'hop' && act.verb !== 'turn' ? side : null;
    const next = this.bodyAfter(k, beat, worker);
    const running = course !== null && said.movement.stance.ball === 'none';
    const usual =
      (running ? RUNNING_BEAT : BEAT) * beat.length * (act.verb === 'over' ? 1.4 : act.verb === 'hold' && act.surface === null ? 3 : 1);
    let gap = Math.max(usual, next.gap);
    let hold = 0;
    let fixed = 0;
    if (isWithBall(act)) {
      const effect = this.meet(k, act, side, beat, next, gap);
      ({ gap, hold, fixed } = effect);
      this.settle(k, act, side, effect, next);
    } else {
      // A pose is held until shortly before the next.
      if (act.verb === 'hold') hold = gap * 0.8;
      this.track.fillUntil(this.t + gap, this.ball);
      this.followUntouched(k, gap, next);
    }
    this.track.fillUntil(this.t + gap, this.ball);
    this.ticks.push({
      k,
      index: said.indices[k] as number,
      t: this.t,
      gap,
      release: this.t + hold,
      beat,
      worker,
      middle: this.middle,
      face: this.face,
      fixed,
    });
    this.t += gap;
    this.middle = next.middle;
    this.face = next.face;
  }

  /** Where the body is after this beat, before it follows the ball; and the seconds that a turn needs. */
  private bodyAfter(k: number, beat: Beat, worker: Side | null): { middle: Point2; face: number; gap: number } {
    const { said, face } = this;
    const turn = turnOf(beat);
    let next = this.middle;
    let gap = 0;
    const turned = face + turn;
    const far = Math.abs(turn) > 100;
    if (turn && worker) {
      const standing = otherSide(worker);
      const plant = seenFrom(next, face, sign(standing) * this.half, 0);
      next = plus(plant, toRight(turned), -sign(standing) * this.half);
      gap = BEAT * (far ? 1.7 : 1.25);
    } else if (turn) gap = BEAT * (far ? 2 : 1.5);
    const step = beat.acts.find((act) => act.verb === 'step');
    if (step) {
      const who = isSide(step.who) ? step.who : (said.sides[k] ?? null);
      if (step.ways.includes('along')) next = plus(next, ahead(face), dot(minus(this.ball, next), ahead(face)) - 0.3);
      else next = plus(next, this.wayOf(step, who) ?? ahead(face), step.far ?? STEP * 0.6);
    }
    if (!said.course) return { middle: next, face: turned, gap };
    const at = said.metres(k + 1);
    return { middle: said.course.at(at), face: nearAngle(said.course.face(at + 0.1), face), gap };
  }

  /** The unit vector of an act's ways for the foot that does it; null without one. */
  private wayOf(act: Act, side: Side | null): Point2 | null {
    const s = side ? sign(side) : 1;
    const [u, v] = [ahead(this.face), toRight(this.face)];
    const sum = act.ways.reduce<Point2>(
      (way, one) => {
        switch (one) {
          case 'forward':
            return plus(way, u);
          case 'back':
            return plus(way, u, -1);
          case 'out':
            return plus(way, v, s);
          case 'across':
            return plus(way, v, -s);
          case 'behind':
            return plus(plus(way, v, -s), u, -0.25);
          case 'left':
            return plus(way, v, -1);
          case 'right':
            return plus(way, v);
          default:
            return way;
        }
      },
      { x: 0, y: 0 },
    );
    return lengthOf(sum.x, sum.y) > 1e-6 ? unit(sum) : null;
  }

  /** Where a ball that is in the air after beat `k` is met next. */
  private nextMeeting(k: number, next: { middle: Point2; face: number }): Point3 {
    const { said } = this;
    const j = said.nextWithBall(k);
    const act = said.mains[j];
    if (!act) return this.ball;
    if (act.who === 'hands')
      return act.verb === 'pick'
        ? { ...seenFrom(next.middle, next.face, 0, 0.3), z: BALL }
        : { ...seenFrom(next.middle, next.face, 0, HELD.forward), z: HELD.z };
    if (act.verb === 'bounce') {
      const foot = this.footAfter(j);
      return { ...seenFrom(next.middle, next.face, foot ? 0.09 * sign(foot) : 0, 0.33), z: BALL };
    }
    return meetingPoint(said.sides[j] ?? null, act.surface, next.middle, next.face);
  }

  /** The foot that meets the ball next after beat `j`. */
  private footAfter(j: number): Side | null {
    const { mains, sides, movement } = this.said;
    for (let i = j + 1; i < Math.min(mains.length, j + movement.beats.length + 1); i++)
      if (sides[i] && isWithBall(mains[i] as Act)) return sides[i] ?? null;
    return null;
  }

  private meet(k: number, act: Act, side: Side | null, beat: Beat, next: { middle: Point2; face: number }, gap: number): Effect {
    const { verb } = act;
    if (verb === 'pass') return this.pass(k, beat, next);
    if (verb === 'catch' || verb === 'pick') return this.takeInHands(act, next, gap);
    if (verb === 'hold') return this.holdOnFoot(gap);
    const airborne =
      verb === 'kick' || verb === 'throw' || verb === 'drop' || verb === 'bounce' || (verb === 'cushion' && !isFootSurface(act.surface));
    if (airborne) return this.intoTheAir(k, act, next);
    if (act.ways.includes('along')) return this.alongTheRoute(k, beat);
    return this.overTheGround(k, act, side, beat, next, gap);
  }

  private pass(k: number, beat: Beat, next: { middle: Point2; face: number }): Effect {
    const { stance } = this.said.movement;
    const at = { ...this.ball };
    const { t, track } = this;
    if (stance.wall === null && stance.goal === null) throw problemIn(beat, 'There is no wall to pass to. Say first “wall 3 steps ahead”.');
    if (stance.wall === null) {
      // At a goal it stays.
      const goal: Point3 = { x: mix(at.x, 0, 0.8), y: (stance.goal as number) + 0.3, z: BALL };
      const seconds = distance(at, goal) / VOLLEY_SPEED;
      track.roll(t, t + seconds, (u) => mix3(at, goal, u), 1.25, 0.7);
      return { target: goal, way: unit(minus(goal, at)), hold: 0, gap: Math.max(BEAT, seconds + 0.3), fixed: seconds };
    }
    const j = this.said.nextWithBall(k);
    const nextAct = this.said.mains[j];
    const nextSide = this.said.sides[j] ?? null;
    const wall = stance.wall - BALL;
    const inAir = at.z > IN_AIR;
    if (inAir || (nextAct && (nextAct.verb === 'kick' || nextAct.verb === 'cushion' || !isFootSurface(nextAct.surface)))) {
      // A volley: up to the wall and back in the air, each half as gravity has it.
      const to = this.nextMeeting(k, next);
      const hit: Point3 = { x: mix(at.x, to.x, 0.5), y: wall, z: Math.max(at.z, 0.6) + 0.2 };
      const [out, back] = [distance(at, hit) / VOLLEY_SPEED, Math.max(0.3, distance(hit, to) / 3)];
      track.flight(t, t + out, at, hit, 'touch');
      track.flight(t + out, t + out + back, hit, to, 'wall');
      this.incoming = { x: 0, y: -1 };
      return { target: to, way: unit(minus(hit, at)), hold: 0, gap: out + back, fixed: out + back };
    }
    const right =
      nextAct && nextSide
        ? sign(nextSide) * (nextAct.surface === 'outside' ? 0.2 : nextAct.verb === 'tap' || nextAct.verb === 'push' ? 0.05 : 0.1)
        : 0;
    const to: Point3 =
      nextAct && nextSide ? { ...seenFrom(next.middle, next.face, right, nextAct.surface === 'sole' ? 0.34 : 0.3), z: BALL } : { ...at };
    const hit: Point3 = { x: mix(at.x, to.x, 0.5), y: wall, z: BALL };
    const [out, back] = [distance(at, hit) / PASS_SPEED, distance(hit, to) / REBOUND_SPEED];
    const gap = Math.max(BEAT, out + back);
    track.roll(t, t + out, (u) => mix3(at, hit, u), 1, 1);
    track.roll(t + out, t + gap, (u) => mix3(hit, to, u), 1.25, 0.75, 'wall');
    this.incoming = unit(minus(to, hit));
    return { target: to, way: unit(minus(hit, at)), hold: 0, gap, fixed: gap };
  }

  private takeInHands(act: Act, next: { middle: Point2; face: number }, usual: number): Effect {
    const { t } = this;
    const pick = act.verb === 'pick';
    const to: Point3 = { ...seenFrom(next.middle, next.face, 0, HELD.forward), z: HELD.z };
    const gap = Math.max(usual, pick ? 1.1 : 0.55);
    this.track.inHands(t, t + gap, { ...this.ball }, to, pick ? 0 : 0.1);
    this.hands.push({ t: t - (pick ? 0.5 : 0.3), weight: 0 }, { t, weight: 1 }, { t: t + gap, weight: 1 });
    return { target: to, way: null, hold: gap, gap, fixed: 0 };
  }

  private holdOnFoot(usual: number): Effect {
    const { t } = this;
    const gap = usual * 2;
    this.track.rest(t, t + gap, { ...this.ball }, 'ride', 'touch');
    return { target: { ...this.ball }, way: null, hold: gap * 0.9, gap, fixed: 0 };
  }

  private intoTheAir(k: number, act: Act, next: { middle: Point2; face: number }): Effect {
    const { t } = this;
    const at = { ...this.ball };
    const to = this.nextMeeting(k, next);
    let seconds: number;
    if (act.verb === 'drop') seconds = fallSeconds(at.z - to.z);
    else if (act.verb === 'bounce') {
      // A ball that bounces comes up to about half of where it fell from, and at least to where it is met.
      const top = Math.max(BALL + Math.max(0.36, 0.55 * (this.fellFrom - BALL)), to.z + 0.01);
      seconds = flightSeconds(BALL, top, to.z);
    } else {
      const wished = act.verb === 'cushion' ? at.z + 0.07 : BALL_HEIGHT[act.high ?? 'knee'];
      seconds = flightSeconds(at.z, Math.max(wished, at.z + 0.05, to.z + 0.02), to.z);
    }
    if (act.verb !== 'bounce') this.fellFrom = act.verb === 'drop' ? at.z : BALL_HEIGHT[act.high ?? 'knee'];
    const hold = act.who === 'feet' ? 0.22 : 0;
    const up: Point3 = hold > 0 ? { ...at, z: at.z + 0.2 } : at;
    if (hold > 0) this.track.roll(t, t + hold, (u) => mix3(at, up, u), 0, 1.6, 'touch', 'ride');
    this.track.flight(t + hold, t + hold + seconds, up, to, act.verb === 'bounce' ? 'bounce' : act.who === 'hands' ? 'hands' : 'touch');
    this.incoming = { x: 0, y: -1 };
    if (act.verb === 'throw' || act.verb === 'drop')
      this.hands.push({ t: t - 0.35, weight: 1 }, { t, weight: 1 }, { t: t + 0.3, weight: 0 });
    const d = minus(to, at);
    const between = Math.max(1, this.said.nextWithBall(k) - k);
    return {
      target: to,
      way: lengthOf(d.x, d.y) > 0.03 ? unit(d) : null,
      hold,
      gap: (hold + seconds) / between,
      fixed: seconds,
    };
  }

  private alongTheRoute(k: number, beat: Beat): Effect {
    const { said, t } = this;
    const { course } = said;
    if (!course) throw problemIn(beat, '“Along” is said on a route. Say first “on the route”, or say “forward”.');
    const j = said.nextWithBall(k);
    const beats = j > k ? j - k : 1;
    const [from, to] = [said.metres(k), said.metres(k + beats)];
    const place = (at: number) => ({ ...course.ballFor(at), z: BALL });
    this.track.roll(t, t + BEAT * beats, (u) => place(mix(from, to, u)), 1.5, 0.6);
    const way = unit(minus(place(from + 0.12), this.ball));
    this.incoming = way;
    return { target: place(to), way, hold: 0, gap: BEAT, fixed: 0 };
  }

  /** Where a touch on the ground sends the ball. */
  private groundTarget(act: Act, side: Side | null, turn: number): Point3 {
    const { face, middle } = this;
    const at = this.ball;
    const low = (p: Point2): Point3 => ({ x: p.x, y: p.y, z: BALL });
    if (act.ways.includes('home')) {
      // Back to where the ball lay when this time through began, seen by the player.
      const { passBegan, firstBall, said } = this;
      if (said.movement.again === 'same') return low(passBegan.ball);
      return low(seenFrom(passBegan.middle, passBegan.face, firstBall.x * (passBegan.mirrored ? -1 : 1), firstBall.y));
    }
    if (act.verb === 'circle') {
      const pivot = seenFrom(middle, face, sign(otherSide(side as Side)) * this.half, 0);
      return low(turnedRound(at, pivot, turn));
    }
    const way = this.wayOf(act, side);
    const dead = act.verb === 'stop' || act.verb === 'cushion' || (act.verb === 'tap' && act.surface === 'sole' && !act.far);
    if (dead) return at.z > IN_AIR && act.verb !== 'stop' ? low(plus(at, way ?? ahead(face), act.far ?? SHOE)) : low(at);
    if (act.far === null && act.ways.length === 1 && act.ways[0] === 'across') {
      // To the mirrored place, in front of the other foot.
      const v = toRight(face);
      const right = dot(minus(at, middle), v);
      const s = sign(side as Side);
      const mine = s * right;
      const wished = mine > 0.02 ? -s * clamp(Math.abs(right), 0.05, 0.1) : mine > -0.03 ? -s * 0.07 : right - s * 0.12;
      return low(plus(at, v, wished - right));
    }
    return low(plus(at, way ?? { x: 0, y: 0 }, act.far ?? 1.5 * SHOE));
  }

  private overTheGround(k: number, act: Act, side: Side | null, beat: Beat, next: { middle: Point2; face: number }, usual: number): Effect {
    const { said, t, track } = this;
    const at = { ...this.ball };
    const inAir = at.z > IN_AIR;
    const turn = turnOf(beat);
    const target = this.groundTarget(act, side, turn);
    const d = minus(target, at);
    const far = lengthOf(d.x, d.y);
    let way = far > 0.01 && act.verb !== 'circle' ? unit(d) : this.wayOf(act, side);
    if (act.verb === 'stop') way = { x: -this.incoming.x, y: -this.incoming.y };
    const held = act.surface === 'sole' && ['pull', 'roll', 'push', 'circle'].includes(act.verb);
    const dead = act.verb === 'stop' || (act.verb === 'tap' && act.surface === 'sole');
    let gap = held ? Math.max(usual, usual * (0.62 + far / 0.62)) : usual;
    if (far > 0.7) gap = Math.max(gap, BEAT * Math.min(2.2, 0.6 + far / 0.75));
    let hold = held ? gap * 0.56 : dead ? gap * 0.28 : 0;
    const j = said.nextWithBall(k);
    const nextAct = said.mains[j];
    const nextIsTouch = j === k + 1;
    let arrive = nextIsTouch ? gap : gap * 0.85;
    const rolls = act.rolling && j > 0;
    if (rolls) arrive = gap + said.beats.slice(k + 1, j).reduce((sum, one) => sum + BEAT * one.length, 0);
    const slow = nextAct?.verb === 'stop' || nextAct?.verb === 'pull' || nextAct?.surface === 'sole';
    const v1 = nextIsTouch || act.rolling ? (slow ? 0.35 : 0.6) : 0;
    const pivot = act.verb === 'circle' ? seenFrom(this.middle, this.face, sign(otherSide(side as Side)) * this.half, 0) : null;
    const path = (share: number): Point3 =>
      pivot ? { ...turnedRound(at, pivot, turn * share), z: BALL } : { ...mix3(at, target, share), z: BALL };
    if (inAir) {
      hold = 0.22;
      gap = Math.max(gap, track.bringDown(t, at, target, hold) - t);
    } else if (far < 0.01) track.rest(t, t + gap, target);
    else if (hold > 0) {
      const share = hold / arrive;
      track.part(t, t + hold, 'ride', 'touch', path, 0, share, v1);
      track.part(t + hold, t + arrive, 'roll', 'rolling on', path, share, 1, v1);
    } else track.roll(t, t + arrive, path, 1.8, v1);
    if (far > 0.01) this.incoming = unit(d);
    if (Math.abs(turn) > 150) next.middle = plus(this.middle, ahead(next.face), dot(minus(target, this.middle), ahead(next.face)) - 0.27);
    return { target, way, hold, gap, fixed: 0 };
  }

  /** Writes the contact down, and lets the feet go with the ball to where it will be. */
  private settle(k: number, act: Act, side: Side | null, effect: Effect, next: { middle: Point2; face: number }): void {
    const { said, t } = this;
    const who: Contact['who'] = ['hands', 'chest', 'head', 'ball', 'feet'].includes(act.who) ? (act.who as Contact['who']) : (side as Side);
    this.contacts.push({
      k,
      t,
      t1: t + effect.hold,
      who,
      surface: act.who === 'ball' ? 'ground' : (act.surface as Surface),
      at: { ...this.ball },
      way: effect.way,
      face: this.face,
    });
    this.ball = effect.target;
    const j = said.nextWithBall(k);
    if (j <= k || !said.sides[j]) return;
    if (act.rolling) {
      next.middle = this.follow(next, k + 1, this.track.at(t + effect.gap), null);
      return;
    }
    const over = said.mains.slice(k + 1, j).findIndex((one) => one.verb === 'over');
    if (over >= 0) next.middle = this.follow(next, k + 1 + over, this.ball, null);
    else if (j === k + 1) next.middle = this.follow(next, j, this.ball, this.wayOf(said.mains[j] as Act, said.sides[j] ?? null));
  }

  private followUntouched(k: number, gap: number, next: { middle: Point2; face: number }): void {
    const { said } = this;
    const j = said.nextWithBall(k);
    const following = said.mains[k + 1];
    if (j <= k || !following) return;
    if (j === k + 1) next.middle = this.follow(next, j, this.ball, this.wayOf(said.mains[j] as Act, said.sides[j] ?? null));
    else if (following.verb === 'over') next.middle = this.follow(next, k + 1, this.track.at(this.t + gap), null);
  }

  /** Where the middle of the feet must be so that beat `k` can be done with a ball at `at`. */
  private follow({ middle, face }: { middle: Point2; face: number }, k: number, at: Point3, way: Point2 | null): Point2 {
    const { said } = this;
    const act = said.mains[k];
    const side = said.sides[k];
    if (!act || !side || said.course || at.z > IN_AIR) return middle;
    const over = act.verb === 'over';
    if (!over && !(isWithBall(act) && isFootSurface(act.surface))) return middle;
    const place: Point2 = over || !isFootSurface(act.surface) ? at : touching(side, act.surface, at, way, face);
    const [u, v] = [ahead(face), toRight(face)];
    const d = minus(place, middle);
    const [right, forward] = [sign(side) * dot(d, v), dot(d, u)];
    const [r0, r1, f0, f1] = this.reachOf(act, over);
    const off = sign(side) * (right - clamp(right, r0, r1));
    return plus(plus(middle, v, off), u, forward - clamp(forward, f0, f1));
  }

  private reachOf(act: Act, over: boolean): readonly [number, number, number, number] {
    const { stance } = this.said.movement;
    const oneLeg = stance.stand ? 0.12 : 0;
    if (over) return REACH.over;
    if (act.surface === 'inside') {
      const [r0, r1, f0, f1] = REACH.inside;
      return [r0, r1 + oneLeg + (stance.feet === 'wide' ? 0.09 : 0), f0, f1];
    }
    if (act.surface === 'sole') {
      const [usual, r1, f0, f1] = REACH.sole;
      const r0 = act.verb === 'roll' && act.ways[0] === 'across' ? -0.16 : act.verb === 'stop' || act.verb === 'tap' ? -0.1 : usual;
      return [r0, r1 + oneLeg, f0, f1];
    }
    const [r0, r1, f0, f1] = act.surface === 'outside' ? REACH.outside : REACH.other;
    return [r0, r1 + oneLeg, f0, f1];
  }
}
