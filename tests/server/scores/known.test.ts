import { expect } from 'chai';
import fc from 'fast-check';
import { BETTER } from '../../../src/core/drills/index.ts';
import { GOES_FOR_NEXT, recordOf } from '../../../src/core/progress/index.ts';
import { recordKey } from '../../../src/core/scores/index.ts';
import { newItem } from '../../../src/core/weeks/index.ts';
import { scoreFigures } from '../../../src/server/platform/db/schema.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { figuresOf } from '../../../src/server/scores/figures.ts';
import { keysOf, knownOf, knownOfOne } from '../../../src/server/scores/known.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { HOUR, MONDAY_TEN, openTown, type Town, uuid } from '../make.ts';

const DRILLS = { more: 'sole-taps', less: 'cross-course' } as const;

describe('what is known of a player for the next number', () => {
  let town: Town;
  const items = {
    more: { ...newItem(uuid(), drillOf(DRILLS.more)), ...timed(30) },
    less: newItem(uuid(), drillOf(DRILLS.less)),
  };
  beforeEach(async () => {
    town = await openTown();
    const id = uuid();
    const { draft } = makeWeek(town.context, town.coach, { squad: town.squad, id });
    const sessions = [aSession([aBlock('challenge', Object.values(items))])];
    saveWeek(town.context, town.coach, { week: id, draft, plan: { title: 'Known', focus: '', sessions } });
    releaseWeek(town.context, town.coach, { week: id, when: { kind: 'now' } });
  });
  afterEach(() => town.close());

  function send(which: keyof typeof items, value: number, doneAt: number): string {
    const { week } = thisWeek(town.context, town.player);
    const id = uuid();
    sendGo(town.context, town.player, {
      goId: uuid(),
      revisionId: week?.revisionId ?? '',
      sessionId: week?.content.sessions[0]?.id ?? '',
      itemId: items[which].id,
      round: 0,
      runId: null,
      doneAt,
      scores: [{ id, foot: 'both', value: which === 'more' ? value : null, faults: value, seconds: 30, clocked: true, parts: null }],
    });
    return id;
  }

  it('law: is the same whether the newest goes are looked up or a whole season is read', () => {
    const one = fc.record({
      which: fc.constantFrom('more' as const, 'less' as const),
      value: fc.integer({ min: 0, max: 40 }),
      minute: fc.integer({ min: 0, max: 40 }),
      setAside: fc.boolean(),
    });
    town.setNow(MONDAY_TEN + HOUR);
    fc.assert(
      fc.property(fc.array(one, { maxLength: 25 }), (goes) => {
        town.context.db.delete(scoreFigures).run();
        for (const { which, value, minute, setAside } of goes) {
          const score = send(which, value, MONDAY_TEN + minute * 60_000);
          if (setAside)
            decideScore(town.context, town.coach, {
              ...{ score, id: uuid(), verdict: 'set aside', value: null, reason: 'Another drill was done.', line: null, cues: [] },
            });
        }
        for (const which of ['more', 'less'] as const) {
          const key = recordKey(drillOf(DRILLS[which]), items[which].dose, 'both');
          const under = figuresOf(town.context.db, town.squad, town.player.playerId).filter(
            (figure) => figure.recordKey === key && figure.result !== null,
          );
          const all = under.map((figure) => ({ result: figure.result ?? 0, doneAt: figure.doneAt }));
          const found = knownOfOne(town.context.db, town.player.playerId, [key]).get(key);
          expect(found?.recent.map(({ result, doneAt }) => ({ result, doneAt })) ?? []).to.deep.equal(all.slice(-GOES_FOR_NEXT));
          expect(found?.record ?? null).to.equal(recordOf(all, BETTER[items[which].dose.measure])?.result ?? null);
        }
      }),
      { numRuns: 12 },
    );
  });

  it('is asked for all players at once, and holds nothing of one for another', () => {
    send('more', 21, MONDAY_TEN);
    const key = recordKey(drillOf(DRILLS.more), items.more.dose, 'both');
    const known = knownOf(town.context.db, [town.player.playerId, town.otherPlayer.playerId], [key, 'no such key']);
    expect(known.get(town.player.playerId)?.get(key)).to.deep.equal({
      recent: [{ result: 21, doneAt: MONDAY_TEN, faults: 21 }],
      record: 21,
      shown: null,
    });
    expect([...(known.get(town.otherPlayer.playerId) ?? [])]).to.deep.equal([]);
  });

  it('covers every foot of each scored item, and nothing unscored', () => {
    const week = thisWeek(town.context, town.player).week;
    if (!week) throw new Error('no week');
    expect(keysOf(week.content)).to.have.length(6);
    const [session] = week.content.sessions;
    if (!session) throw new Error('no session');
    const blocks = session.blocks.map((block) => ({ ...block, items: block.items.map((item) => ({ ...item, scored: false })) }));
    expect(keysOf({ ...week.content, sessions: [{ ...session, blocks }] })).to.deep.equal([]);
  });
});
