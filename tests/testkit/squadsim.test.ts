import { expect } from 'chai';
import { chance, seededId } from '../../src/core/chance.ts';
import { clipSeconds, layOutClip, poseAt, soundOf } from '../../src/core/clips/index.ts';
import { doubtsOf } from '../../src/core/scores/index.ts';
import { compileRunSheet, replay, shareOfWork, TYPICAL_RUNNER } from '../../src/core/training/index.ts';
import {
  claimOf,
  drawChild,
  grownSkill,
  type Honesty,
  judgeSeason,
  playItem,
  playSeason,
  type SeasonGo,
  simRunLog,
  simSquad,
  skillIn,
} from '../../src/testkit/squadsim/index.ts';
import { aBlock, anItem, aSession, drillOf, drills, timed } from '../core/make.ts';

const NAMES = Array.from({ length: 16 }, (_, i) => `Player ${i}`);

describe('seeded chance', () => {
  it('is the same for the same seed, and differs for another', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, chance(seed).next);
    expect(draw(7)).to.deep.equal(draw(7));
    expect(draw(7)).not.to.deep.equal(draw(8));
  });
  it('is fair enough: the mean of 10 000 draws is 0.5 within 0.01, the normal’s spread 1 within 0.03', () => {
    const random = chance(3);
    const mean = Array.from({ length: 10_000 }, random.next).reduce((a, b) => a + b, 0) / 10_000;
    expect(mean).to.be.closeTo(0.5, 0.01);
    const normals = Array.from({ length: 10_000 }, () => random.normal(0, 1));
    expect(Math.sqrt(normals.reduce((a, b) => a + b * b, 0) / 10_000)).to.be.closeTo(1, 0.03);
  });
  it('makes ids in the shape of a UUIDv7 that sort by time', () => {
    const random = chance(1);
    const [early, late] = [seededId(1_700_000_000_000, random), seededId(1_800_000_000_000, random)];
    expect(early).to.match(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(early < late).to.equal(true);
  });
  it('cannot pick from nothing', () => {
    expect(() => chance(1).pick([])).to.throw(RangeError);
  });
});

describe('the simulated squad', () => {
  const squad = simSquad(NAMES, 9, 2026, chance(5));

  it('has one exaggerator, one who never films, lazy weeks and dips', () => {
    expect(squad.filter((p) => p.exaggerates > 0)).to.have.length(1);
    expect(squad.filter((p) => p.films === 0)).to.have.length(1);
    expect(squad.some((p) => p.lazyWeeks.length > 0)).to.equal(true);
    expect(squad.some((p) => p.dipWeek !== null)).to.equal(true);
  });

  it('plays worse with the other foot, worse in a dip, better as weeks go by', () => {
    const player = { ...(squad[0] as (typeof squad)[number]), strongerFoot: 'right' as const, otherShare: 0.7, dipWeek: 3 };
    expect(skillIn(player, 0, 'left')).to.be.closeTo(skillIn(player, 0, 'right') * 0.7, 1e-9);
    expect(skillIn(player, 3, 'right')).to.be.below(skillIn(player, 2, 'right'));
    expect(skillIn(player, 8, 'right')).to.be.above(skillIn(player, 0, 'right'));
  });

  it('claims what was done when honest, and much more when not', () => {
    const random = chance(11);
    const goes = (who: (typeof squad)[number]) =>
      Array.from({ length: 40 }, () =>
        playItem({ ...who, losesCount: 0 }, anItem('sole-taps', timed(30)), drillOf('sole-taps'), 4, random),
      ).flat();
    const honest = squad[0] as (typeof squad)[number];
    expect(goes(honest).every((one) => one.value === one.truth)).to.equal(true);
    const boaster = squad[4] as (typeof squad)[number];
    expect(goes(boaster).some((one) => (one.value ?? 0) > one.truth * 1.5)).to.equal(true);
  });

  it('plays honestly under the ceiling and the fast pace of every drill', () => {
    const random = chance(12);
    const honest = squad.filter((p) => p.exaggerates === 0);
    for (const drill of drills.values()) {
      for (const player of honest) {
        for (const one of playItem(player, anItem(drill.id, { scored: true }), drill, 8, random)) {
          const dose = anItem(drill.id).dose;
          const doubts = doubtsOf({
            claim: { value: one.value, faults: one.faults, seconds: one.seconds },
            clocked: true,
            drill,
            dose,
            earlier: [],
            clipSeconds: null,
            recounted: null,
          });
          expect(
            doubts.map((d) => d.reason),
            `${drill.id} ${one.value}`,
          ).not.to.include('over the ceiling');
        }
      }
    }
  });

  it('writes a run log that runs the whole session', () => {
    const session = aSession([
      aBlock('recap', [anItem('hop-out-in-taps'), anItem('v-inside')]),
      aBlock('challenge', [anItem('cross-course')]),
    ]);
    const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
    const state = replay(sheet, simRunLog(sheet, 5000));
    expect(state.phase).to.equal('finished');
    expect(shareOfWork(sheet, state)).to.equal(1);
  });
});

describe('a child whose season is played', () => {
  const skill = { skill: 0.5, growth: 0.01, plateaus: [[4, 5]] as const, breaks: [[8, 9]] as const };
  it('grows, but not while learning stands still, and has a tenth less after a break that comes back', () => {
    expect(grownSkill(skill, 0)).to.equal(0.5);
    expect(grownSkill(skill, 4)).to.be.closeTo(0.54, 1e-12);
    expect(grownSkill(skill, 6)).to.be.closeTo(0.54, 1e-12);
    expect(grownSkill(skill, 8)).to.be.closeTo(0.56, 1e-12);
    expect(grownSkill(skill, 10)).to.be.closeTo(0.56 * 0.9, 1e-12);
    expect(grownSkill(skill, 16)).to.be.closeTo(0.62, 0.01);
  });

  const go = (change: Partial<SeasonGo> = {}): SeasonGo => ({
    ...{ key: 'k', drill: drillOf('sole-taps'), dose: timed(30).dose, foot: 'right', round: 0, clocked: true, filmed: false },
    ...{ truth: { value: 40, seconds: 30, faults: 0 }, honest: { value: 41, seconds: 30, faults: 0 } },
    ...{ recounted: null, friends: 52, doneAt: 0, week: 0, ...change },
  });
  const said = (honesty: Honesty, number: number | null, change: Partial<SeasonGo> = {}) =>
    claimOf({ honesty }, go(change), number, chance(1)).value;
  it('says what its kind says', () => {
    expect(said('honest', 50)).to.equal(41);
    const half = Array.from({ length: 40 }, (_, i) => claimOf({ honesty: 'half again' }, go(), 50, chance(i)).value);
    expect(new Set(half)).to.deep.equal(new Set([41, 62]));
    expect(said('a tenth more', 50)).to.equal(45);
    expect([said('copies', 50), said('copies', 50, { friends: 39 }), said('copies', 50, { friends: null })]).to.deep.equal([52, 41, 41]);
    // 41 of 54 is more than three quarters, of 55 less.
    expect([said('just made it', 54), said('just made it', 55), said('just made it', 40)]).to.deep.equal([54, 41, 41]);
  });

  it('plays the same season for the same seed, nothing in a break, and is judged go by go', () => {
    const random = () => chance(8);
    const items = [{ drill: drillOf('sole-taps'), dose: timed(30).dose, day: 1, rounds: 2, eachFoot: true, clipWanted: true }];
    const child = { ...drawChild('steady', 'honest', 20, random()), breaks: [[3, 4]] as const, diligence: 1 };
    const visits = playSeason(child, items, 20, 0, random());
    expect(playSeason(child, items, 20, 0, random())).to.deep.equal(visits);
    expect(visits.map((visit) => visit[0]?.week)).to.deep.equal(Array.from({ length: 20 }, (_, i) => i).filter((i) => i !== 3 && i !== 4));
    const { goes, given } = judgeSeason(child, visits, random());
    // Four goes a visit, but for those whose count was lost.
    expect(goes.length).to.be.within(60, 72);
    // Both rounds of a visit have the number that stood there before the first.
    const [first, second] = given;
    expect(first?.number).to.be.above(0);
    expect(second?.week).to.equal(first?.week);
  });
});

describe('synthetic clips', () => {
  const clip = layOutClip('test', 9, 20, 10, 'both');
  it('hold as many reps as asked, in the work interval, feet in turn', () => {
    expect(clip.reps).to.have.length(20);
    expect(clip.reps.every((rep) => rep.at > 2 && rep.at < 12)).to.equal(true);
    expect(clip.reps.slice(0, 3).map((rep) => rep.foot)).to.deep.equal(['right', 'left', 'right']);
    expect(clipSeconds(clip)).to.equal(14);
  });
  it('are the same from the same seed', () => {
    expect(layOutClip('test', 9, 20, 10, 'both')).to.deep.equal(clip);
    expect(soundOf(clip, 8000)).to.deep.equal(soundOf(clip, 8000));
  });
  it('sound at the reps and are quiet between', () => {
    const sound = soundOf(clip, 8000);
    const loud = (at: number) => Math.max(...sound.slice(Math.round(at * 8000), Math.round((at + 0.03) * 8000)).map(Math.abs));
    expect(loud(clip.reps[0]?.at ?? 0)).to.be.above(0.3);
    expect(loud(0.5)).to.be.below(0.02);
  });
  it('bring the foot to the ball at its rep', () => {
    const rep = clip.reps[0];
    const still = poseAt(clip, 0.5);
    const there = poseAt(clip, rep?.at ?? 0);
    expect(Math.abs(there.right.x - still.right.x)).to.be.closeTo(22, 0.5);
    expect(there.left).to.deep.equal(still.left);
  });
});
