import { expect } from 'chai';
import type { RunSent } from '../../../src/contract/training.ts';
import { atHome, CATALOGUE } from '../../../src/core/drills/index.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { insteadOf } from '../../../src/core/weeks/swaps.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { saveHome } from '../../../src/server/training/home.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { aBlock, anItem, aSession, drills } from '../../core/make.ts';
import { HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

/** A home with a ball and hardly any ground. */
const home = { has: ['ball' as const], yard: { length: 1.5, width: 1.5 }, step: null };
const impossible = CATALOGUE.find((one) => !atHome(one, home).can && insteadOf(one, home, CATALOGUE) === null && one.loads.length === 0);
const possible = CATALOGUE.find((one) => atHome(one, home).can && one.measure === 'time on');

describe('what cannot be done at home', () => {
  let town: Town;
  if (!impossible || !possible) throw new Error('no such drills');
  const [cannot, can] = [anItem(impossible.id), anItem(possible.id)];
  const session = aSession([aBlock('recap', [cannot, can])]);
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town, { title: 'Home', focus: '', sessions: [session] });
    town.setNow(MONDAY_TEN + HOUR);
  });
  afterEach(() => town.close());

  /** A visit in which the first drill was skipped and everything else done. */
  function visit() {
    const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
    const startedAt = town.context.now();
    const end = startedAt + 1000 * sheet.reduce((sum, one) => sum + one.seconds, 0) + 60_000;
    const events: RunSent['events'] = [
      { type: 'start', at: startedAt },
      { type: 'ready', at: startedAt + 1000 },
      { type: 'skip', at: startedAt + 1001 },
      { type: 'over', at: end },
    ];
    const { week } = thisWeek(town.context, town.player);
    return sendRun(town.context, town.player, {
      id: uuid(),
      revisionId: week?.revisionId ?? '',
      sessionId: session.id,
      startedAt,
      sentAt: end,
      events,
    });
  }

  it('is no part of the share of a session: whoever did all else is done', () => {
    expect(visit().share).to.be.below(1);
    saveHome(town.context, town.player, { ...home, strongerFoot: 'right' });
    expect(thisWeek(town.context, town.player).swaps).to.deep.include.members([
      { itemId: cannot.id, planned: impossible.name, lacks: atHome(impossible, home).lacks, instead: null },
    ]);
    expect(visit()).to.include({ share: 1, done: true });
  });
});
