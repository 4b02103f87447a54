import { expect } from 'chai';
import { newItem } from '../../../src/core/weeks/index.ts';
import { clips } from '../../../src/server/platform/db/schema.ts';
import { openBench } from '../../../src/server/review/bench.ts';
import { saveRecount } from '../../../src/server/review/recounts.ts';
import { heardBefore } from '../../../src/server/scores/heard.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { aGo, aScore, DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';
import { aKeptClip, aRecount, marksAt } from '../review/bench-make.ts';

describe('what the phone counted by ear', () => {
  let town: Town;
  const item = { ...newItem(uuid(), drillOf('inside-taps')), ...timed(30), scored: true };
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town, { title: 'Heard', focus: '', sessions: [aSession([aBlock('recap', [item])])] });
    town.setNow(MONDAY_TEN + HOUR);
  });
  afterEach(() => town.close());

  /** A run whose phone heard something, and the go it was heard in. Returns the score's id. */
  function done(heard: { count: number; helper: number | null; foot?: 'both' | 'left'; round?: number }[], value = 30): string {
    const { week } = thisWeek(town.context, town.player);
    const [id, score, now] = [uuid(), uuid(), town.context.now()];
    sendRun(town.context, town.player, {
      id,
      revisionId: week?.revisionId ?? '',
      sessionId: week?.content.sessions[0]?.id ?? '',
      startedAt: now - 120_000,
      sentAt: now,
      events: [
        { type: 'start', at: now - 120_000 },
        ...heard.map(({ count, helper, foot = 'both', round = 0 }, i) => {
          const at = now - 60_000 + i;
          return { type: 'heard' as const, at, itemId: item.id, round, foot, count, helper };
        }),
      ],
    });
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score, value, clocked: false })], { runId: id }));
    return score;
  }
  const heardOfOld = (who = town.player) => heardBefore(town.context, who).before;
  const heardAt = (score: string) => openBench(town.context, town.coach, { score }).heard;

  it('is shown to the coach beside the claim: the last word of that foot and round, and nothing where nothing was said', () => {
    const heard = done([
      { count: 41, helper: null },
      { count: 28, helper: null },
      { count: 12, helper: null, foot: 'left' },
      { count: 99, helper: null, round: 1 },
    ]);
    expect(heardAt(heard)).to.equal(28);
    expect(heardAt(done([]))).to.equal(null);
    expect(heardAt(done([{ count: 12, helper: null, foot: 'left' }]))).to.equal(null);
  });

  it('is held against a helper’s count, oldest first, for the own player alone', () => {
    done([{ count: 30, helper: 31 }]);
    town.setNow(town.context.now() + HOUR);
    done([{ count: 44, helper: 22 }]);
    done([{ count: 50, helper: null }]);
    expect(heardOfOld()).to.deep.equal([
      { drillId: 'inside-taps', heard: 30, counted: 31 },
      { drillId: 'inside-taps', heard: 44, counted: 22 },
    ]);
    expect(heardOfOld(town.otherPlayer)).to.deep.equal([]);
  });

  it('is held against the coach’s recount of the clip before a helper’s count', () => {
    const score = done([{ count: 30, helper: 31 }]);
    aKeptClip(town, score);
    const clip = town.context.db.select().from(clips).get();
    expect(clip?.scoreId).to.equal(score);
    const times = Array.from({ length: 24 }, (_, i) => 2.5 + i);
    saveRecount(town.context, town.coach, { score, ...aRecount(marksAt(times), { whole: true }) });
    expect(heardOfOld()).to.deep.equal([{ drillId: 'inside-taps', heard: 30, counted: 24 }]);
  });

  it('is forgotten after ten weeks', () => {
    done([{ count: 30, helper: 31 }]);
    const began = town.context.now() - 120_000;
    town.setNow(began + 70 * DAY);
    expect(heardOfOld()).to.have.length(1);
    town.setNow(began + 70 * DAY + 1);
    expect(heardOfOld()).to.deep.equal([]);
  });
});
