import { expect } from 'chai';
import { doubtsOf, orderCues, rateOf, recordKey, remarksOn, resultOf, standingFacts } from '../../../src/core/scores/index.ts';
import type { Dose } from '../../../src/core/weeks/schema.ts';
import { drillOf } from '../make.ts';

/* What a coach said about a score, and the edges of a result. */

describe('what was said about a score', () => {
  const remark = (id: string, at: number, clipId: string | null = 'clip', undoes: string | null = null) => ({
    id,
    undoes,
    said: { kind: 'remark' as const, at, text: `at ${at}`, clipId },
  });
  const back = (id: string, undoes: string) => ({ id, undoes, said: { kind: 'taken back' as const } });

  it('stands until it is taken back; the taking back is no remark', () => {
    const facts = [remark('a', 5), remark('b', 2), back('c', 'a')] as never[];
    expect(standingFacts(facts).map((fact: { id: string }) => fact.id)).to.deep.equal(['b']);
  });

  it('is told of one clip, in the order of the clip', () => {
    const facts = [remark('a', 5), remark('b', 2), remark('c', 1, 'another'), back('d', 'x')] as never[];
    expect(remarksOn(facts, 'clip').map(({ id, at, text }) => ({ id, at, text }))).to.deep.equal([
      { id: 'b', at: 2, text: 'at 2' },
      { id: 'a', at: 5, text: 'at 5' },
    ]);
  });

  it('has its cues by how often they were used, each once, others as they stood', () => {
    const used = new Map([
      ['soft', 2],
      ['toes', 5],
    ]);
    expect(orderCues(['arms', 'soft', 'toes', 'arms', 'look'], used)).to.deep.equal(['toes', 'soft', 'arms', 'look']);
  });
});

describe('a result at its edge', () => {
  const fixed: Dose = { measure: 'fixed reps', reps: 20, rounds: 1 };
  const claim = (value: number | null, seconds: number, faults = 0) => ({ value, seconds, faults });

  it('of fixed reps is their time, once all are done and some time ran', () => {
    const results = [claim(20, 12), claim(19, 12), claim(21, 12), claim(20, 0), claim(null, 12)].map((one) => resultOf(one, fixed));
    expect(results).to.deep.equal([12, null, 12, null, null]);
  });

  it('has no pace without time, or without a number', () => {
    const rates = [claim(20, 10), claim(20, 0), claim(null, 10)].map((one) => rateOf(one, 'count in time'));
    expect(rates).to.deep.equal([2, null, null]);
    expect(rateOf(claim(20, 10), 'unbroken run')).to.equal(null);
  });

  it('belongs to its surfaces, in whatever order they are named', () => {
    const of = (...surfaces: ('left foot' | 'right foot')[]) =>
      recordKey(drillOf('twenty-fives'), { measure: 'surfaces', reps: 25, surfaces }, 'both');
    expect(of('right foot', 'left foot')).to.equal(of('left foot', 'right foot')).and.include('25 on left foot+right foot');
    expect(of('left foot')).to.not.equal(of('left foot', 'right foot'));
  });
});

describe('a record by hand where less is better', () => {
  const drill = {
    name: 'A course',
    pace: { easy: 1, usual: 2, fast: 3, ceiling: 4, estimated: false },
    counting: { unit: 's', counts: '', doesNotCount: '' },
  };
  const course: Dose = { measure: 'course time', rounds: 1 };
  const reasons = (value: number, earlier: number[]) =>
    doubtsOf({
      ...{ claim: { value, faults: 0, seconds: value }, clocked: false, drill, dose: course, earlier },
      ...{ clipSeconds: null, recounted: null },
    }).map((doubt) => doubt.reason);

  it('is faster than the fastest, not than the slowest, and not as fast', () => {
    // By more than a fifth of the fastest: 20 / 1.2 = 16.7 s.
    expect([reasons(16, [20, 30]), reasons(17, [20, 30]), reasons(25, [20, 30])]).to.deep.equal([['record by hand'], [], []]);
  });

  it('a fifth of the best of few goes is odd as well; the impossible is told first', () => {
    expect(reasons(4, [20, 30])).to.deep.equal(['record by hand', 'odd number']);
    expect(reasons(0, [20, 30])).to.deep.equal(['odd number', 'record by hand']);
  });
});
