import { setTimeout as pause } from 'node:timers/promises';
import { expect } from 'chai';
import { type Heavy, heavyThreads, THE_HOUSE } from '../../../src/server/platform/heavy.ts';
import { scoresCsv } from '../../../src/server/review/files.ts';
import { calibration } from '../../../src/server/screens/season.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, openTown, outcome, releaseNow, type Town } from '../make.ts';

/* Threads beside the one that answers, as the server has them. */

describe('heavy work', () => {
  let town: Town;
  let heavy: Heavy;
  before(async () => {
    town = await openTown();
    releaseNow(town);
    for (let i = 0; i < 30; i++)
      sendGo(town.context, town.player, aGo(town, 0, [aScore({ value: 20 + i })], { doneAt: town.context.now() + i }));
    heavy = heavyThreads(town.context.config);
  });
  after(async () => {
    await heavy.close();
    town.close();
  });

  const squad = () => ({ squad: town.squad });
  const all = async (pieces: AsyncIterable<string | Uint8Array>) => {
    let text = '';
    for await (const piece of pieces) text += piece;
    return text;
  };

  it('gives in a thread what it gives here, and answers the same to who may not', async () => {
    // The thread's clock is the machine's; what it reads is the same.
    const there = await heavy.run('fair numbers', town.coach, squad());
    expect(Object.keys(there as object)).to.deep.equal(Object.keys(calibration(town.context, town.coach, squad())));
    expect(await outcome(() => heavy.run('fair numbers', town.otherCoach, squad()))).to.equal('not found');
    expect(await outcome(() => heavy.run('fair numbers', town.nobody, squad()))).to.equal('not signed in');
    expect(await outcome(() => heavy.stream('scores.csv', town.player, squad()))).to.equal('not allowed');
  });

  it('comes in pieces that are the whole', async () => {
    const here = [...scoresCsv(town.context, town.coach, squad())].join('');
    expect(here.split('\r\n')).to.have.length(31);
    expect(await all(await heavy.stream('scores.csv', town.coach, squad()))).to.equal(here);
  });

  it('is one work of a person at a time, and few that wait; other people’s go on', async () => {
    const many = Array.from({ length: 6 }, () => outcome(() => heavy.run('fair numbers', town.coach, squad())));
    const other = outcome(() => heavy.run('fair numbers', town.otherCoach, { squad: town.otherSquad }));
    const said = await Promise.all(many);
    expect(said.filter((one) => one === 'done')).to.have.length(3);
    expect(said.filter((one) => one === 'too many requests')).to.have.length(3);
    expect(await other).to.equal('done');
    expect(await outcome(() => heavy.run('fair numbers', town.coach, squad()))).to.equal('done');
  });

  it('ends when whoever asked has gone, and the next is done all the same', async () => {
    const gone = new AbortController();
    const running = outcome(() => heavy.run('not there yet', town.coach, squad(), gone.signal));
    gone.abort();
    expect(await running).to.match(/abort/i);
    expect(await outcome(() => heavy.run('not there yet', town.coach, squad()))).to.equal('done');
    const pieces = await heavy.stream('scores.csv', town.coach, squad());
    for await (const _piece of pieces) break;
    expect(await outcome(() => heavy.run('not there yet', town.coach, squad()))).to.equal('done');
  });

  it('writes beside the house, which goes on writing meanwhile', async () => {
    const working = heavy.run('compute streaks', THE_HOUSE, undefined);
    const sent: string[] = [];
    for (let i = 0; i < 20; i++) {
      sent.push(await outcome(() => sendGo(town.context, town.otherPlayer, aGo(town, 0, [aScore()], {}, town.otherPlayer))));
      await pause(2);
    }
    await working;
    // What finds the database held is tried again by whoever sends it; nothing is half there.
    expect(sent.filter((one) => one === 'done').length).to.be.greaterThan(10);
  });
});
