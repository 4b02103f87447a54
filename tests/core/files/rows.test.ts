import { expect } from 'chai';
import {
  childScoreRow,
  type RecountForRow,
  recordRow,
  recountRow,
  type ScoreForRow,
  scoreRow,
  streakRow,
} from '../../../src/core/files/index.ts';
import { timed } from '../make.ts';

const AT = Date.UTC(2026, 10, 5, 17, 3, 4);
const MOMENT = { 'at (UTC)': '2026-11-05 17:03:04', 'local time': '2026-11-05 11:03:04', 'time zone': 'America/Chicago' };
const timeZone = 'America/Chicago';

describe('rows of tables, field by field', () => {
  const score: ScoreForRow = {
    ...{ id: 's', player: 'Comet', week: 3, session: 'Quick feet', drill: 'Sole taps', measure: 'count in time', foot: 'left' },
    ...{ dose: timed(30).dose, value: 41, faults: 2, seconds: 29.5, clocked: true, doneAt: AT, timeZone, standing: 'clear', counts: 40 },
    ...{ doubts: ['very fast'], line: 'Softer' },
  };

  it('a score', () => {
    expect(scoreRow(score)).to.deep.equal({
      ...{ score: 's', player: 'Comet', week: 3, session: 'Quick feet', drill: 'Sole taps', measure: 'count in time', dose: '30 s' },
      ...{
        foot: 'left',
        claimed: 41,
        'losses of control': 2,
        'work s': 29.5,
        measured: 'clocked',
        ...MOMENT,
        unit: 'reps',
        standing: 'clear',
      },
      ...{ counts: 40, doubts: 'very fast', line: 'Softer' },
    });
    expect(scoreRow({ ...score, value: 0, counts: 0, line: null })).to.include({ claimed: 0, counts: 0, line: '' });
  });

  it('a score of a child’s own history: its drill by name, its moment as in the other tables', () => {
    const { doneAt: _at, ...row } = {
      ...{ id: 's', week: 3, drill: { id: 'sole-taps', name: 'Sole taps' }, measure: 'count in time' as const, dose: '30 s' },
      ...{ foot: 'left' as const, claimed: 41, counts: 40, result: 40, faults: 0, seconds: 30, clocked: true, standing: 'clear' },
      ...{ record: false, doneAt: '2026-11-05T17:03:04.000Z', day: '2026-11-05', line: null },
    };
    expect(childScoreRow({ ...row, doneAt: _at }, timeZone)).to.deep.equal({ ...row, drill: 'Sole taps', unit: 'reps', ...MOMENT });
  });

  it('a recount, with gaps where there is no rhythm', () => {
    const recount: RecountForRow = {
      ...{ score: 's', player: 'Comet', drill: 'Sole taps', foot: 'right', claimed: null, coach: 'Fennel', savedAt: AT, timeZone },
      marks: [
        { id: 'a', at: 1, what: 'right' },
        { id: 'b', at: 2, what: 'drop' },
        { id: 'c', at: 9, what: 'left' },
      ],
      work: [{ from: 0, to: 5 }],
    };
    expect(recountRow(recount)).to.deep.equal({
      ...{ score: 's', player: 'Comet', drill: 'Sole taps', foot: 'right', claimed: '', coach: 'Fennel', ...MOMENT },
      ...{
        left: 0,
        right: 1,
        drops: 1,
        'longest run': 1,
        'outside the work': 1,
        'middle gap s': '',
        'spread s': '',
        'rate per 5 s': '0.2',
      },
    });
    const steady = [0, 1 / 3, 2 / 3, 1, 4 / 3].map((at, i) => ({ id: String(i), at, what: 'left' as const }));
    expect(recountRow({ ...recount, claimed: 5, marks: steady })).to.include({ claimed: 5, 'middle gap s': 0.333, 'spread s': 0 });
    expect(
      recountRow({
        ...recount,
        work: [
          { from: 0, to: 4 },
          { from: 11, to: 15 },
        ],
      })['rate per 5 s'],
    ).to.include('–');
  });

  it('a record, with its whole key', () => {
    const record = {
      player: 'Comet',
      drill: 'Sole taps',
      dose: timed(30).dose,
      foot: 'both' as const,
      result: 41.26,
      unit: 'reps',
      doneAt: AT,
      timeZone,
    };
    expect(recordRow({ ...record, clocked: true, byClip: false })).to.deep.equal({
      ...{ player: 'Comet', drill: 'Sole taps', measure: 'count in time', dose: '30 s', foot: 'both', record: 41.3, unit: 'reps' },
      ...{ ...MOMENT, measured: 'clocked', 'checked by clip': 'no' },
    });
    expect(recordRow({ ...record, clocked: false, byClip: true })).to.include({ measured: 'by hand', 'checked by clip': 'yes' });
  });

  it('a day of a streak', () => {
    const cell = { day: '2026-11-05', state: 'whole' } as unknown as Parameters<typeof streakRow>[1];
    expect(streakRow('Comet', cell, 0)).to.deep.equal({ player: 'Comet', day: '2026-11-05', state: 'whole', sessions: 0 });
    expect(streakRow('Comet', cell, null).sessions).to.equal('');
  });
});
