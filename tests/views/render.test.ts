import { expect } from 'chai';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { ThisWeek } from '../../src/contract/training.ts';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import { CATALOGUE } from '../../src/core/drills/index.ts';
import { checkLines, checkWeek, type PlannerFacts } from '../../src/core/planning/index.ts';
import { type Runner, TYPICAL_RUNNER } from '../../src/core/training/index.ts';
import type { WeekPlan } from '../../src/core/weeks/index.ts';
import { DrillSheet } from '../../src/views/drills/DrillSheet.tsx';
import { WeekView } from '../../src/views/training/WeekView.tsx';
import { DoseStrip, NeedsStrip } from '../../src/views/weeks/BenchStrip.tsx';
import { ChecksStrip } from '../../src/views/weeks/ChecksStrip.tsx';
import { ConflictBox } from '../../src/views/weeks/ConflictBox.tsx';
import { PrintSheets } from '../../src/views/weeks/PrintSheets.tsx';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../core/make.ts';

/** What a person reads of a piece of markup. */
const read = (markup: string) =>
  markup
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&amp;', '&')
    .replaceAll('&#x27;', "'")
    .replace(/\s+/g, ' ');
const draw: typeof createElement = createElement;

const plan: WeekPlan = {
  title: 'Both soles',
  focus: 'Light feet',
  sessions: [
    {
      ...aSession([aBlock('challenge', [anItem('hop-out-in-taps', timed(15, 2)), anItem('cross-course'), anItem('wall-one-touch')])]),
      name: 'Quick feet',
      day: 1,
    },
  ],
};
const player = {
  id: anId(),
  nickname: 'Pebble',
  age: 10,
  level: 'steady' as const,
  home: { has: ['ball' as const], yard: { length: 7, width: 7 }, step: 0.6 },
  group: null,
};
const facts = {
  sessionMinutes: 30,
  headingAge: 12,
  headersMax: 20,
  runner: TYPICAL_RUNNER,
  footOrder: 'alternate' as const,
  asides: [],
  groups: [],
  season: null,
  contactSchool: 'toe-up' as const,
  players: [player, { ...player, id: anId(), nickname: 'Fig', home: null }],
  met: [...drills.keys()],
  earlier: [],
  meanTouches: 100,
} satisfies PlannerFacts & { contactSchool: string; runner: Runner; asides: never[]; season: null };

describe('a week on paper', () => {
  const words = read(renderToStaticMarkup(draw(PrintSheets, { squad: 'Lanternfish', number: 4, plan, drills, runner: TYPICAL_RUNNER })));
  it('tells what to fetch, what counts, the layout with its way, and the cautions', () => {
    expect(words).to.include('Lanternfish · week 4: Both soles · Monday');
    expect(words).to.include('Fetch: ball (or any ball that rolls true), cones (or shoes)');
    expect(words).to.include('Counts: Every tap, outside or inside, with the standing leg hopping.');
    expect(words).to.include('Shuffle left to cone 3').and.to.include('Your first left becomes your first right.');
    expect(words).to.include('Hop on soft, flat ground').and.to.include('away from windows');
  });
  it('has a line to write on for each go and foot that is counted', () => {
    expect(words.match(/Outside-inside taps, hopping, 15 s (left|right) [12] of 2/g)).to.have.length(4);
    expect(words.match(/Wall passes, one touch, 30 s (left|right)/g)).to.have.length(2);
    expect(words.match(/Cross course without the ball, 5 sets/g)?.length).to.be.at.least(1);
  });
  it('says so when there is nothing to print', () => {
    expect(
      read(
        renderToStaticMarkup(draw(PrintSheets, { squad: 'x', number: 1, plan: { ...plan, sessions: [] }, drills, runner: TYPICAL_RUNNER })),
      ),
    ).to.include('nothing to print');
  });
});

describe('a drill sheet', () => {
  const sheet = (id: string, school: 'toe-up' | 'laces' = 'toe-up') =>
    read(
      renderToStaticMarkup(
        draw(DrillSheet, {
          drill: drillOf(id),
          shelf: CATALOGUE,
          met: new Set(['inside-taps']),
          school,
          hrefOf: (other: string) => `/${other}`,
        }),
      ),
    );
  it('says all that a coach asks of it', () => {
    const words = sheet('cross-course');
    for (const part of [
      'How',
      'Feel and look for',
      'When it goes wrong',
      'Counting: one set',
      'Kit and space',
      'Pace, reps a second (our estimate)',
      '8 × 8 m of free ground',
    ])
      expect(words).to.include(part);
    expect(words).to.include('30 steps one way, 60 a set (36 m); 180 m for 5 sets');
    expect(words).to.include('Harder: Cross course with the ball');
  });
  it('speaks the squad’s school, and names the drill the other school begins with', () => {
    expect(sheet('juggle-alternating', 'toe-up')).to.include('A little back-spin');
    expect(sheet('juggle-alternating', 'laces')).to.include('No spin: you can read the ball');
    expect(sheet('drop-kick-catch', 'laces')).to.include('The other school does Drop, lift with the toe up, catch in its place.');
  });
  it('marks what was seen in practice and what is an estimate', () => {
    expect(sheet('any-surface-touches')).to.include('seen in practice');
    expect(sheet('inside-taps')).to.include('our estimate').and.to.include('Pace, reps a second (our estimate)');
  });
});

describe('the strip beside the bench', () => {
  const props = { plan, drills, facts };
  it('compares the touches with the mean of the last weeks', () => {
    expect(read(renderToStaticMarkup(draw(DoseStrip, props)))).to.match(/\d+ % (more|fewer) touches than usual in the last four weeks\./);
    expect(read(renderToStaticMarkup(draw(DoseStrip, { ...props, facts: { ...facts, meanTouches: null } })))).to.include(
      'nothing to compare with yet',
    );
  });
  it('lists who lacks what, with what they will see', () => {
    const words = read(renderToStaticMarkup(draw(NeedsStrip, props)));
    expect(words).to.include('Pebble: no wall →').and.to.include('Pebble: cones: shoes, bottles, folded shirts; a smaller layout');
    expect(words).to.include('1 player has not said yet what is at home.');
  });
  it('says each check with its reason and its mend', () => {
    const strip = { mends: null, asides: [], onMend: () => {}, onMendAll: () => {}, onAside: async () => null };
    const checks = checkWeek(plan, drills, TYPICAL_RUNNER, facts, anId);
    const words = read(renderToStaticMarkup(draw(ChecksStrip, { checks, ...strip })));
    for (const line of checkLines(checks)) expect(words).to.include(line.what).and.to.include(line.why).and.to.include(line.how);
    expect(read(renderToStaticMarkup(draw(ChecksStrip, { checks: [], ...strip })))).to.include('Nothing to say');
    expect(read(renderToStaticMarkup(draw(ChecksStrip, { checks: null, ...strip })))).to.include('Looking through the week…');
  });
});

describe('two versions of one draft', () => {
  it('are told apart in sentences', () => {
    const theirs = { plan: { ...plan, title: 'Other soles' } } as WeekDetail;
    const words = read(renderToStaticMarkup(draw(ConflictBox, { mine: plan, theirs, drills, onSettle: () => {} })));
    expect(words).to.include('The week is now called “Other soles”.').and.to.include('Keep mine').and.to.include('Take theirs');
  });
});

describe('This week on the phone', () => {
  const visit: ThisWeek = {
    playerId: anId(),
    film: { height: 360, sound: true },
    films: { drills: {}, welcome: null },
    squads: [],
    young: false,
    clipAsks: [],
    nickname: 'Pebble',
    squad: { id: anId(), name: 'Lanternfish', timeZone: 'America/Chicago' },
    week: {
      id: anId(),
      revisionId: anId(),
      number: 4,
      opensAt: 0,
      closesAt: Date.UTC(2026, 10, 9, 9),
      content: { ...plan, drills: Object.fromEntries(drills) },
    },
    changes: ['“Sole taps” is now 45 s instead of 30 s.'],
    upcoming: { opensAt: Date.UTC(2026, 10, 9, 12), about: null },
    home: player.home,
    swaps: [
      { itemId: plan.sessions[0]?.blocks[0]?.items[2]?.id ?? '', planned: 'Wall passes, one touch', lacks: ['no wall'], instead: null },
    ],
    runner: { strongerFoot: 'right', level: 'steady', ownPace: {} },
    numbers: [],
    done: [],
    again: [],
    mayFilm: false,
    streak: {
      unit: 'day',
      current: 3,
      best: 5,
      before: null,
      firstDay: null,
      needsToday: false,
      loosening: false,
      sentence: 'Three in a row.',
    },
    strip: [],
    now: 0,
  };
  const words = (change: Partial<ThisWeek> = {}) => read(renderToStaticMarkup(draw(WeekView, { visit: { ...visit, ...change } })));
  it('tells what changed, what takes a drill’s place, and how cones lie in the own yard', () => {
    expect(words()).to.include('Your coach changed this week: “Sole taps” is now 45 s instead of 30 s.');
    expect(words()).to.include(
      'Wall passes, one touch cannot be done at your place (no wall). The clock leaves it out; nothing is missed.',
    );
    expect(words()).to.include('Lay out: Cross course without the ball').and.to.include('Made smaller to fit your yard');
    expect(words()).to.include('shoes, or bottles, or folded shirts for the cones');
  });
  it('does not send anybody for a wall that is not used', () => {
    expect(words()).not.to.include('any wall that takes knocks');
  });
  it('tells nothing of a surprise but its hour', () => {
    expect(words()).to.include('A surprise Opens Mon, Nov 9, 6:00 AM Nobody knows yet what it is.');
    expect(
      words({
        upcoming: { opensAt: Date.UTC(2026, 10, 9, 12), about: { number: 5, title: 'Wall friends', focus: '', kit: ['ball', 'wall'] } },
      }),
    ).to.include('Week 5: Wall friends');
  });
  it('asks once what is at home', () => {
    expect(words({ home: null })).to.include('Say once what is at home');
  });
});
