import { expect } from 'chai';
import {
  dipOf,
  lastGoInWords,
  nextSteps,
  plateauOf,
  quietFor,
  recordOf,
  type Stuck,
  type TimedResult,
} from '../../../src/core/progress/index.ts';

/* Plateaus, dips and next steps at their limits. */

const DAY = 86_400_000;
/** Results on days of their own. */
const on = (...given: [day: number, result: number][]): TimedResult[] => given.map(([day, result]) => ({ result, doneAt: day * DAY }));

describe('a plateau at its limit', () => {
  it('is one from fourteen days on, from the first go since the record to the last', () => {
    const spread = (last: number) => plateauOf(on([0, 20], [1, 18], [6, 19], [9, 18], [last, 19]), 'more');
    expect(spread(15)).to.deep.equal({ goes: 4, days: 14, record: 20 });
    expect(spread(14.99)).to.equal(null);
  });

  it('counts goes as good as the record, and none of before it or of the same instant', () => {
    expect(plateauOf(on([0, 20], [1, 20], [6, 20], [9, 20], [16, 20]), 'more')).to.deep.equal({ goes: 4, days: 15, record: 20 });
    expect(plateauOf(on([-9, 15], [0, 20], [0, 18], [1, 18], [6, 19], [16, 18]), 'more')).to.equal(null);
    expect(plateauOf(on([0, 20], [1, 22], [6, 21], [9, 22], [16, 21]), 'less')).to.deep.equal({ goes: 4, days: 15, record: 20 });
  });
});

describe('a dip at its limit', () => {
  it('begins below 85 % and not at it, and three are told', () => {
    expect(dipOf(on([0, 100], [1, 85]), 'more')).to.deep.equal({ now: false, running: 0, told: false });
    expect(dipOf(on([0, 100], [1, 84]), 'more')).to.deep.equal({ now: true, running: 1, told: false });
    expect(dipOf(on([0, 100], [1, 84], [2, 84]), 'more')).to.deep.equal({ now: true, running: 2, told: false });
    expect(dipOf(on([0, 100], [1, 84], [2, 84], [3, 84]), 'more').told).to.equal(true);
    expect(dipOf(on([0, 100], [1, 84], [2, 85], [3, 84]), 'more').running).to.equal(1);
    expect(dipOf([], 'more')).to.deep.equal({ now: false, running: 0, told: false });
  });

  it('is measured from the first of equal records', () => {
    expect(recordOf(on([5, 20], [2, 20], [3, 19]), 'more')?.doneAt).to.equal(2 * DAY);
    expect(recordOf([], 'less')).to.equal(null);
  });
});

describe('gone quiet', () => {
  it('is said on the fifth day and not on the fourth', () => {
    expect(quietFor('2026-11-02', '2026-10-01', '2026-11-06')).to.deep.equal({ days: 4, quiet: false, begun: true });
    expect(quietFor('2026-11-02', '2026-10-01', '2026-11-07')).to.deep.equal({ days: 5, quiet: true, begun: true });
    expect(quietFor(null, '2026-11-02', '2026-11-07')).to.deep.equal({ days: 5, quiet: true, begun: false });
    const words = (days: number, begun: boolean) => lastGoInWords({ days, begun });
    expect([words(0, true), words(1, true), words(0, false), words(1, false)]).to.deep.equal([
      'trained today',
      'last go 1 day ago',
      'no go yet',
      'no go yet, in the squad for 1 day',
    ]);
  });
});

describe('the next steps at their limits', () => {
  const stuck: Stuck = {
    ...{
      met: null,
      faulty: 0,
      easier: 'a',
      harder: 'b',
      hasLayout: true,
      timed: false,
      otherCues: false,
      dipping: false,
      goesLately: 0,
      saidHard: 0,
      saidEasy: 0,
    },
  };
  const kinds = (change: Partial<Stuck>) => nextSteps({ ...stuck, ...change }).map((step) => step.kind);

  it('begin with a rest from sixty goes and a dip on, and end with one else', () => {
    expect(kinds({ dipping: true, goesLately: 60 })).to.deep.equal(['rest', 'easier link']);
    expect(kinds({ dipping: true, goesLately: 59 })).to.deep.equal(['easier link', 'rest']);
    expect(kinds({ dipping: false, goesLately: 90 })).to.deep.equal(['easier link', 'rest']);
  });

  it('ask for more room above four faults of ten, and for less where it is clean', () => {
    expect(kinds({ faulty: 0.41, met: 'strong' })).to.deep.equal(['wider cones', 'easier link', 'rest']);
    expect(kinds({ faulty: 0.4, met: 'strong' })).to.deep.equal(['closer cones', 'harder link', 'easier link', 'rest']);
    expect(kinds({ faulty: 0.4, met: 'steady' })).to.deep.equal(['closer cones', 'harder link', 'easier link', 'rest']);
    expect(kinds({ met: 'starting' })).to.deep.equal(['easier link', 'rest']);
    expect(kinds({ faulty: 0.41, hasLayout: false, easier: null })).to.deep.equal(['rest']);
    expect(kinds({ met: 'strong', hasLayout: false, harder: null })).to.deep.equal(['easier link', 'rest']);
    expect(kinds({ timed: true, otherCues: true, easier: null })).to.deep.equal(['other pace', 'other cues', 'rest']);
  });

  it('hear what was said twice, and the more often said of two', () => {
    expect(kinds({ saidHard: 1, met: 'strong', hasLayout: false })).to.deep.equal(['harder link', 'easier link', 'rest']);
    expect(kinds({ saidHard: 2, met: 'strong', hasLayout: false })).to.deep.equal(['easier link', 'harder link', 'rest']);
    expect(kinds({ saidEasy: 2 })).to.deep.equal(['harder link', 'rest']);
    expect(kinds({ saidEasy: 3, saidHard: 2 })).to.deep.equal(['harder link', 'rest']);
    expect(kinds({ saidEasy: 2, saidHard: 2 })).to.deep.equal(['easier link', 'rest']);
    expect(kinds({ saidHard: 2, faulty: 0.5 })).to.deep.equal(['easier link', 'wider cones', 'rest']);
    expect(kinds({ saidHard: 2, easier: null })).to.deep.equal(['rest']);
    expect(nextSteps({ ...stuck, saidHard: 3 })[0]).to.deep.equal({
      kind: 'easier link',
      reason: 'Said to be too hard 3 times lately.',
      drillId: 'a',
    });
  });

  it('name the drill that they lead to', () => {
    const found = nextSteps({ ...stuck, met: 'strong' }).map((step) => step.drillId);
    expect(found).to.deep.equal([null, 'b', 'a', null]);
  });
});
