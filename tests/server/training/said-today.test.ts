import { expect } from 'chai';
import type { RunSent } from '../../../src/contract/training.ts';
import { besideOf, CATALOGUE } from '../../../src/core/drills/index.ts';
import { newItem } from '../../../src/core/weeks/index.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { saveHome } from '../../../src/server/training/home.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

/** A drill that is counted for seconds, and has an easier one that counts in its place. */
const planned = CATALOGUE.find((one) => {
  const { easier } = besideOf(one, CATALOGUE, (other) => other.kit.every((kit) => kit === 'ball'));
  return one.measure === 'count in time' && one.sides !== 'each foot' && easier?.measure === one.measure && one.bands.length > 0;
});

describe('too hard today', () => {
  let town: Town;
  if (!planned) throw new Error('no such drill');
  const item = { ...newItem(uuid(), drillOf(planned.id)), ...timed(30) };
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town, { title: 'Today', focus: '', sessions: [aSession([aBlock('challenge', [item])])] });
    town.setNow(MONDAY_TEN + HOUR);
  });
  afterEach(() => town.close());

  const visit = () => thisWeek(town.context, town.player);
  const besidePlanned = () => visit().beside?.of[planned.id];
  function run(said: { drillId: string | null; why: 'too hard' | 'too easy' }[], id = uuid(), startedAt = town.context.now()) {
    const { week } = visit();
    const events: RunSent['events'] = [
      { type: 'start', at: startedAt },
      ...said.map((one, i) => ({ type: 'instead' as const, at: startedAt + 1000 * (i + 1), itemId: item.id, ...one })),
    ];
    return sendRun(town.context, town.player, {
      id,
      revisionId: week?.revisionId ?? '',
      sessionId: week?.content.sessions[0]?.id ?? '',
      startedAt,
      sentAt: startedAt + 60_000,
      events,
    });
  }
  const told = () => today(town.context, town.coach, { squad: town.squad }).said;

  it('offers neighbours that this home and this age can do, and what they are', () => {
    const found = besidePlanned();
    const easier = found?.easier ?? '';
    expect(planned.easier).to.include(easier);
    expect(visit().beside?.drills[easier]?.id).to.equal(easier);
    saveHome(town.context, town.player, { has: [], yard: { length: 1, width: 1 }, step: null, strongerFoot: 'right' });
    expect(besidePlanned()?.easier ?? null).to.equal(null);
  });

  it('is scored under what was really done, and tells the coach in a line', () => {
    const { week } = visit();
    const easier = besidePlanned()?.easier ?? '';
    run([{ drillId: easier, why: 'too hard' }]);
    expect(told()).to.have.length(1);
    expect(told()[0]).to.include({ nickname: 'Comet', drillId: planned.id, doneName: drillOf(easier).name, why: 'too hard' });
    sendGo(town.context, town.player, {
      goId: uuid(),
      revisionId: week?.revisionId ?? '',
      sessionId: week?.content.sessions[0]?.id ?? '',
      itemId: item.id,
      drillId: easier,
      round: 0,
      runId: null,
      doneAt: town.context.now(),
      scores: [{ id: uuid(), foot: 'both', value: 20, faults: 0, seconds: 30, clocked: true, parts: null }],
    });
    expect(
      playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId }).drills.map((one) => one.drillId),
    ).to.deep.equal([easier]);
    expect(today(town.context, town.otherCoach, { squad: town.otherSquad }).said).to.deep.equal([]);
  });

  it('is what the newest log says: a longer one takes its place, and going back leaves none', () => {
    const easier = besidePlanned()?.easier ?? '';
    const id = uuid();
    run([{ drillId: easier, why: 'too hard' }], id);
    run([{ drillId: easier, why: 'too hard' }], id);
    expect(told()).to.have.length(1);
    run(
      [
        { drillId: easier, why: 'too hard' },
        { drillId: null, why: 'too hard' },
      ],
      id,
    );
    expect(told()).to.deep.equal([]);
  });

  it('is forgotten by Today after a week, and said twice it is a next step for the coach', () => {
    const easier = besidePlanned()?.easier ?? '';
    const score = (doneAt: number) =>
      sendGo(town.context, town.player, {
        ...{ goId: uuid(), revisionId: visit().week?.revisionId ?? '', sessionId: visit().week?.content.sessions[0]?.id ?? '' },
        ...{ itemId: item.id, round: 0, runId: null, doneAt },
        scores: [{ id: uuid(), foot: 'both', value: 20, faults: 0, seconds: 30, clocked: true, parts: null }],
      });
    score(town.context.now());
    const page = () =>
      playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId }).drills.find(
        (one) => one.drillId === planned.id,
      );
    run([{ drillId: easier, why: 'too hard' }]);
    expect(page()).to.deep.include({ said: { hard: 1, easy: 0 }, steps: [] });
    town.setNow(town.context.now() + DAY);
    run([{ drillId: easier, why: 'too hard' }]);
    expect(page()?.said).to.deep.equal({ hard: 2, easy: 0 });
    expect(page()?.steps[0]).to.include({ kind: 'easier link', reason: 'Said to be too hard 2 times lately.' });
    expect(told()).to.have.length(2);
    town.setNow(MONDAY_TEN + HOUR + 7 * DAY + 1);
    expect(told()).to.have.length(1);
  });
});
