import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { watchClip } from '../../../src/server/clips/clips.ts';
import { sendDue } from '../../../src/server/mail/outbox.ts';
import { checkHouse } from '../../../src/server/operations/check.ts';
import { cleanHouse } from '../../../src/server/operations/clean.ts';
import { goneFrom } from '../../../src/server/operations/gone.ts';
import { deletions, players, scores, user } from '../../../src/server/platform/db/schema.ts';
import { askToDelete, finishDeletions, undoDeletion } from '../../../src/server/privacy/deletion.ts';
import { family, giveConsent } from '../../../src/server/screens/family.ts';
import { postWhatIsDue, readPost } from '../../../src/server/screens/letters.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem } from '../../core/make.ts';
import { actorAgain, aGo, aPlan, aScore, DAY, MONDAY_TEN, openTown, outcome, releaseNow, sayYes, type Town, uuid } from '../make.ts';
import { aFilmedScoreOf, rowsOf } from '../operations/keeping-make.ts';

describe('deleting a child', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    sayYes(town);
  });
  afterEach(() => town.close());

  const comet = () => ({ player: town.player.playerId });
  const config = () => town.context.config;
  const days = (n: number) => town.setNow(MONDAY_TEN + n * DAY);
  const aFilmedScore = () => aFilmedScoreOf(town);
  const ask = (nickname = 'Comet', id = uuid()) => askToDelete(town.context, town.guardian, { ...comet(), id, nickname });

  it('needs the nickname typed, hides the child at once, and can be undone for seven days', async () => {
    const { clip } = await aFilmedScore();
    expect(await outcome(() => ask('Pebble'))).to.equal('bad input');
    const { id, dueAt } = ask('comet ');
    expect(dueAt).to.equal(MONDAY_TEN + 7 * DAY);
    expect(register(town.context, town.coach, { squad: town.squad }).players.map((one) => one.nickname)).to.deep.equal(['Pebble']);
    expect(await outcome(() => playerPage(town.context, town.coach, { squad: town.squad, ...comet() }))).to.equal('not found');
    expect(await outcome(() => watchClip(town.context, town.coach, { clip }))).to.equal('not found');
    expect(actorAgain(town, town.player).kind).to.equal('nobody');
    expect(family(town.context, town.guardian).children[0]?.leaving).to.include({ id });
    days(6.9);
    expect(finishDeletions(town.context)).to.equal(0);
    undoDeletion(town.context, town.guardian, { ...comet(), deletion: id });
    days(9);
    expect(finishDeletions(town.context)).to.equal(0);
    expect(register(town.context, town.coach, { squad: town.squad }).players.map((one) => one.nickname)).to.deep.equal(['Comet', 'Pebble']);
    expect(thisWeek(town.context, actorAgain(town, town.player)).nickname).to.equal('Comet');
  });

  it('leaves nothing of the child in any table, file or page of the database, and everybody else as they were', async () => {
    const { score } = await aFilmedScore();
    sendGo(town.context, town.otherPlayer, aGo(town, 0, [aScore()], {}, town.otherPlayer));
    const pebble = () => town.context.db.select().from(scores).where(eq(scores.playerId, town.otherPlayer.playerId)).all();
    const before = pebble();
    // A plan that says which step the child is on, and which another is.
    const players = { [town.player.playerId]: 'wall-two-touch', [town.otherPlayer.playerId]: 'wall-two-touch' };
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: aPlan([anItem('wall-one-touch', { ownStep: { players } })]) });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'at', day: '2026-11-09', hour: 6, minute: 0 } });
    giveConsent(town.context, town.guardian, { ...comet(), id: uuid(), kind: 'post', yes: true, textVersion: 1 });
    // Letters and mails that tell of the child: to the family, and in the coach's own summary.
    days(7);
    postWhatIsDue(town.context);
    await sendDue(town.context);
    const mailbox = join(config().dataDir, 'mailbox');
    const mailed = () =>
      readdirSync(mailbox)
        .map((name) => readFileSync(join(mailbox, name), 'utf8'))
        .join('\n');
    expect(mailed()).to.include('Comet');
    const coachLetters = () =>
      readPost(town.context, town.coach, { squad: town.squad })
        .letters.map((one) => `${one.plain}${one.html}`)
        .join('\n');
    expect(coachLetters()).to.match(/Comet: last go \d+ days ago/);
    ask();
    days(14);
    cleanHouse(town.context, { dry: false });
    const { playerId, userId } = town.player;
    town.context.db.$client.pragma('wal_checkpoint(TRUNCATE)');
    const rows = rowsOf(config().databaseFile);
    for (const [table, list] of Object.entries(rows)) {
      const text = JSON.stringify(list);
      if (table !== 'deletions') expect(text, table).to.not.include(playerId);
      for (const secret of [userId, score, 'Comet', 'comets@town.example']) expect(text, table).to.not.include(secret);
    }
    // Nor in what SQLite has set free inside the file.
    const raw = readFileSync(config().databaseFile).toString('latin1');
    for (const secret of ['Comet', userId, score, 'comets@town.example']) expect(raw, secret).to.not.include(secret);
    expect(readdirSync(config().clipDir)).to.deep.equal([]);
    expect(pebble()).to.deep.equal(before);
    for (const table of ['weeks', 'week_revisions']) expect(JSON.stringify(rows[table]), table).to.include(town.otherPlayer.playerId);
    expect(checkHouse(config()).troubles).to.deep.equal([]);
    expect(goneFrom(config()).map((one) => one.playerId)).to.deep.equal([playerId]);
    expect(mailed()).to.not.include('Comet');
    expect(JSON.stringify(rows.letters)).to.include('a player who has left: last go');
    expect(coachLetters()).to.not.include('Comet');
  });

  it('keeps a guardian who has another child here', () => {
    const { userId } = town.guardian as { userId: string };
    town.context.db.$client
      .prepare('insert into player_guardians (player_id, user_id) values (?, ?)')
      .run(town.otherPlayer.playerId, userId);
    ask();
    days(8);
    finishDeletions(town.context);
    expect(town.context.db.select().from(user).where(eq(user.id, userId)).get()?.name).to.equal('comets');
    expect(town.context.db.select().from(players).where(eq(players.id, town.player.playerId)).get()).to.equal(undefined);
    expect(town.context.db.select().from(deletions).get()?.askedBy).to.equal('');
  });
});
