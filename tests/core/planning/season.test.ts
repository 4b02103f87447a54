import { expect } from 'chai';
import fc from 'fast-check';
import {
  breakOf,
  emptySeason,
  INTENSITIES,
  mondaysOf,
  movedTheme,
  SEASON_WEEKS,
  SeasonPlan,
  seasonFrom,
  sizedTheme,
  THEMES,
  type Theme,
  themesIn,
  threadsOf,
  withIntensity,
  withoutTheme,
  withTheme,
  withWeeks,
} from '../../../src/core/planning/season/plan.ts';
import { restOfIntensity, restOfSeason, wishesOf } from '../../../src/core/planning/season/rest.ts';
import { anId } from '../make.ts';

const NO_BREAK = () => false;
const theme = (family: Theme['family'], week: number, weeks: number): Theme => ({ id: anId(), family, week, weeks });
const empty = emptySeason('Autumn', '2026-09-07', 8);
const [touch, wall] = [theme('ball mastery', 0, 2), theme('wall', 3, 2)];
const two = withTheme(withTheme(empty, touch), wall);
const at = (season: SeasonPlan, id: string) => {
  const found = season.themes.find((one) => one.id === id);
  return found && [found.family, found.week, found.weeks];
};

describe('a season', () => {
  it('begins on a Monday, has 6 to 20 weeks, and says of each how much it asks for', () => {
    expect(SeasonPlan.safeParse(two).success).to.equal(true);
    const first = (season: unknown) => SeasonPlan.safeParse(season).error?.issues[0]?.message;
    expect(first({ ...two, startsOn: '2026-09-08' })).to.equal('A season begins on a Monday.');
    expect(first(emptySeason('A', '2026-09-07', 5))).to.equal('A season has 6 to 20 weeks.');
    expect(first(emptySeason('A', '2026-09-07', 6))).to.equal(undefined);
    expect(first(emptySeason('A', '2026-09-07', 20))).to.equal(undefined);
    expect(first(emptySeason('A', '2026-09-07', 21))).to.equal('A season has 6 to 20 weeks.');
    expect(first({ ...two, intensity: two.intensity.slice(1) })).to.include('for each of its weeks');
    expect(first({ ...two, themes: [theme('wall', 7, 2)] })).to.equal('A theme ends with its season.');
    expect(first({ ...two, themes: [theme('wall', 2, 2), theme('wall', 3, 1)] })).to.equal('Two themes of wall lie over one another.');
    expect(first({ ...two, themes: [theme('wall', 2, 2), theme('wall', 4, 1)] })).to.equal(undefined);
    expect(mondaysOf(two).at(-1)).to.equal('2026-10-26');
  });

  it('has themes that are moved and sized on the sheet, never over one of their family or beyond an edge', () => {
    expect(at(movedTheme(two, touch.id, 1, 0), touch.id)).to.deep.equal(['ball mastery', 1, 2]);
    expect(at(movedTheme(two, touch.id, 99, -5), touch.id)).to.deep.equal(['ball mastery', 6, 2]);
    expect(at(movedTheme(two, touch.id, -1, 99), touch.id)).to.deep.equal([THEMES.at(-1), 0, 2]);
    // One row lower is the wall: right beside the other it fits, over it it does not.
    expect(at(movedTheme(two, touch.id, 1, 1), touch.id)).to.deep.equal(['wall', 1, 2]);
    expect(movedTheme(two, touch.id, 2, 1)).to.equal(two);
    expect(at(sizedTheme(two, wall.id, 9), wall.id)).to.deep.equal(['wall', 3, 5]);
    expect(at(sizedTheme(two, wall.id, -9), wall.id)).to.deep.equal(['wall', 3, 1]);
    expect([movedTheme(two, anId(), 1, 0), sizedTheme(two, anId(), 1), withTheme(two, theme('wall', 4, 1))]).to.deep.equal([two, two, two]);
    expect(withoutTheme(two, wall.id).themes).to.deep.equal([touch]);
  });

  it('is made longer and shorter: what lay beyond the end is cut off', () => {
    const short = withWeeks(withIntensity(withTheme(two, theme('juggling', 7, 1)), 1, 'hard'), 6);
    expect(short.themes.map((one) => [one.family, one.week, one.weeks])).to.deep.equal([
      ['ball mastery', 0, 2],
      ['wall', 3, 2],
    ]);
    expect(withWeeks(sizedTheme(two, wall.id, 3), 6).themes[1]?.weeks).to.equal(3);
    expect(short.intensity).to.deep.equal([null, 'hard', null, null, null, null]);
    expect(withWeeks(short, 20).intensity).to.have.length(20);
  });

  it('is taken to another Monday with new ids and nothing else changed', () => {
    const later = seasonFrom(two, '2027-01-04', anId);
    expect(later.themes.map(({ id: _, ...one }) => one)).to.deep.equal(two.themes.map(({ id: _, ...one }) => one));
    expect(later.themes.some((one) => two.themes.some((other) => other.id === one.id))).to.equal(false);
    expect([later.startsOn, later.title]).to.deep.equal(['2027-01-04', 'Autumn']);
  });

  it('comes back to a theme one, two and four weeks after it, past breaks, until its family is a theme again', () => {
    const weeks = (season: SeasonPlan, isBreak: (week: number) => boolean = NO_BREAK) =>
      threadsOf(season, isBreak).map((thread) => [thread.family, thread.from, thread.weeks]);
    expect(weeks(two)).to.deep.equal([
      ['ball mastery', 1, [2, 3, 5]],
      ['wall', 4, [5, 6]],
    ]);
    expect(weeks(two, (week) => week === 2)).to.deep.equal([
      ['ball mastery', 1, [3, 4, 5]],
      ['wall', 4, [5, 6]],
    ]);
    expect(weeks(withTheme(two, theme('ball mastery', 3, 1)))[0]).to.deep.equal(['ball mastery', 1, [2]]);
    expect(weeks(withTheme(empty, theme('wall', 6, 2)))).to.deep.equal([]);
  });

  it('has a break where breaks cover four days of a week or more', () => {
    const of = (...breaks: [string, string][]) =>
      breakOf(
        '2026-10-05',
        breaks.map(([from, to], i) => ({ from, to, title: `B${i}` })),
      );
    const is = (...breaks: [string, string][]) => of(...breaks) !== null;
    expect([is(), is(['2026-10-01', '2026-10-07']), is(['2026-10-01', '2026-10-08'])]).to.deep.equal([false, false, true]);
    expect([is(['2026-10-09', '2026-10-20']), is(['2026-10-08', '2026-10-20'])]).to.deep.equal([false, true]);
    expect(of(['2026-10-05', '2026-10-06'], ['2026-10-06', '2026-10-06'], ['2026-10-10', '2026-10-11'])).to.equal('B0, B1, B2');
    expect(of(['2026-10-01', '2026-10-04'], ['2026-10-05', '2026-10-11'], ['2026-10-12', '2026-10-13'])).to.equal('B1');
  });

  it('says what it wishes of a week that is proposed', () => {
    const hard = withIntensity(withIntensity(two, 0, 'hard'), 3, 'rest');
    const mondays = mondaysOf(hard);
    expect(wishesOf(hard, '2026-09-07', mondays)).to.deep.equal({ focus: ['ball mastery'], style: 'bold' });
    expect(wishesOf(hard, '2026-09-28', mondays)).to.deep.equal({ focus: ['wall'], style: 'calm' });
    expect(wishesOf(hard, '2026-09-21', mondays)).to.deep.equal({ focus: [], style: 'balanced' });
    expect(wishesOf(hard, '2026-11-02', mondays)).to.equal(null);
  });
});

describe('the rest of a season', () => {
  const seasons = fc
    .record({
      weeks: fc.integer({ min: SEASON_WEEKS.least, max: SEASON_WEEKS.most }),
      pinned: fc.array(fc.tuple(fc.constantFrom(...THEMES), fc.nat(19), fc.integer({ min: 1, max: 4 })), { maxLength: 6 }),
      said: fc.array(fc.option(fc.constantFrom(...INTENSITIES)), { minLength: 20, maxLength: 20 }),
      breaks: fc.array(fc.nat(19), { maxLength: 4 }),
      families: fc.subarray([...THEMES], { minLength: 2 }),
    })
    .map(({ weeks, pinned, said, breaks, families }) => {
      const start = { ...emptySeason('A', '2026-09-07', weeks), intensity: said.slice(0, weeks) };
      const season = pinned.reduce((now, [family, week, lasts]) => withTheme(now, theme(family, week, lasts)), start);
      return { season, isBreak: (week: number) => breaks.includes(week), families };
    });

  it('has a theme in every week that is no break, and keeps what was there', () => {
    fc.assert(
      fc.property(seasons, ({ season, isBreak, families }) => {
        const full = restOfSeason(season, { families, isBreak, newId: anId });
        expect(SeasonPlan.safeParse(full).error).to.equal(undefined);
        expect(full.themes.slice(0, season.themes.length)).to.deep.equal(season.themes);
        for (let week = 0; week < season.weeks; week++) {
          const before = themesIn(season, week).length;
          expect(themesIn(full, week).length).to.equal(before > 0 ? before : isBreak(week) ? 0 : 1);
          const said = season.intensity[week];
          if (said) expect(full.intensity[week]).to.equal(said);
          else expect(full.intensity[week]).to.not.equal(null);
        }
        // What is proposed is sound in itself: nothing is added a second time.
        expect(restOfSeason(full, { families, isBreak, newId: anId })).to.deep.equal(full);
      }),
    );
  });

  it('gives every family about as many weeks, and none twice running', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 20 }), fc.subarray([...THEMES], { minLength: 3 }), (weeks, families) => {
        const full = restOfSeason(emptySeason('A', '2026-09-07', weeks), { families, isBreak: NO_BREAK, newId: anId });
        const had = families.map((family) => full.themes.reduce((sum, one) => sum + (one.family === family ? one.weeks : 0), 0));
        expect(Math.max(...had) - Math.min(...had)).to.be.at.most(3);
        for (const [i, one] of full.themes.entries()) expect(full.themes[i + 1]?.family).to.not.equal(one.family);
        for (const one of full.themes) expect(one.weeks).to.be.within(2, 3);
      }),
    );
  });

  it('rests in a break, begins easily after it, and proposes no two hard weeks running', () => {
    const weeks = (isBreak: (week: number) => boolean, season = empty) => restOfIntensity(season, isBreak);
    expect(weeks(NO_BREAK)).to.deep.equal(['usual', 'usual', 'hard', 'easy', 'usual', 'usual', 'hard', 'easy']);
    expect(weeks((week) => week === 3)).to.deep.equal(['usual', 'usual', 'hard', 'rest', 'easy', 'usual', 'usual', 'hard']);
    expect(weeks(NO_BREAK, withIntensity(empty, 1, 'hard')).slice(0, 4)).to.deep.equal(['usual', 'hard', 'usual', 'easy']);
    expect(weeks(NO_BREAK, withIntensity(empty, 3, 'hard')).slice(1, 4)).to.deep.equal(['usual', 'usual', 'hard']);
    fc.assert(
      fc.property(seasons, ({ season, isBreak }) => {
        const found = restOfIntensity(season, isBreak);
        found.forEach((one, week) => {
          const proposed = season.intensity[week] === null;
          if (proposed && one === 'hard') expect([found[week - 1], found[week + 1]]).to.not.include('hard');
          if (proposed && isBreak(week)) expect(one).to.equal('rest');
          if (proposed && !isBreak(week) && found[week - 1] === 'rest') expect(one).to.equal('easy');
        });
      }),
    );
  });
});
