import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { nameToken } from '../../../src/core/mail/index.ts';
import { MANIFEST_NAME, type Manifest } from '../../../src/server/platform/backup-folder.ts';
import { askToDelete, finishDeletions, readDeletion, undoDeletion } from '../../../src/server/privacy/deletion.ts';
import { changeMention, readMentions } from '../../../src/server/privacy/mentions.ts';
import { purgePlayer } from '../../../src/server/privacy/purge.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aPlan, DAY, MONDAY_TEN, openTown, outcome, type Town, uuid } from '../make.ts';

/* Every place where people write what they like, and the child whose family asked for everything to be deleted. */

describe('texts that name a child who leaves', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const squad = () => ({ squad: town.squad });
  const comet = () => ({ player: town.player.playerId });
  const sql = () => town.context.db.$client;
  const ask = (player = comet().player, nickname = 'Comet', id = uuid()) =>
    askToDelete(town.context, town.guardian, { player, id, nickname });
  const found = () => readMentions(town.context, town.coach, squad()).mentions;

  let made = 1000;
  /** Puts a row into a table: what is not given is empty, whatever its kind. */
  function put(table: string, given: Record<string, string | number>): void {
    const columns = sql().prepare('select name, type, "notnull" as must from pragma_table_info(?)').all(table) as {
      name: string;
      type: string;
      must: number;
    }[];
    const row = columns.flatMap(({ name, type, must }) => {
      if (name in given) return [[name, given[name]] as const];
      if (!must) return [];
      return [[name, type.toLowerCase() === 'text' ? uuid() : ++made] as const];
    });
    sql().pragma('foreign_keys = off');
    sql()
      .prepare(`insert into "${table}" (${row.map(([name]) => `"${name}"`).join()}) values (${row.map(() => '?').join()})`)
      .run(...row.map(([, value]) => value));
    sql().pragma('foreign_keys = on');
  }

  /** A score of another player, for what is written about scores. */
  function scoreOf(player: string): string {
    const id = uuid();
    put('scores', { id, player_id: player, squad_id: town.squad });
    return id;
  }

  const WORDS = 'Look at Comet, please.';
  const places = (owner: string): [table: string, column: string, row: Record<string, string | number>][] => [
    ['coach_notes', 'text', { squad_id: town.squad, player_id: owner }],
    ...['line', 'reason', 'cues'].map((column): [string, string, Record<string, string>] => [
      'decisions',
      column,
      { score_id: scoreOf(owner) },
    ]),
    ['review_facts', 'said', { score_id: scoreOf(owner) }],
    ['own_cues', 'text', { squad_id: town.squad }],
    ['weeks', 'plan', { squad_id: town.squad }],
    ...['name', 'sessions'].map((column): [string, string, Record<string, string>] => ['templates', column, { squad_id: town.squad }]),
    ['squad_breaks', 'title', { squad_id: town.squad }],
    ...['before', 'after'].map((column): [string, string, Record<string, string>] => ['rule_changes', column, { squad_id: town.squad }]),
    ['paper_lists', 'name', { squad_id: town.squad }],
    ...['subject', 'plain', 'html'].map((column): [string, string, Record<string, string>] => [
      'letters',
      column,
      { squad_id: town.squad, player_id: owner },
    ]),
    ['join_requests', 'nickname', { squad_id: town.squad, player_id: owner }],
  ];
  const readable = (table: string, column: string) =>
    (sql().prepare(`select "${column}" as text from "${table}"`).all() as { text: string | null }[]).map((row) => row.text ?? '').join('|');

  it('are found in every place, counted, and changed there and nowhere else', () => {
    for (const [table, column, row] of places(town.otherPlayer.playerId)) {
      put(table, { ...row, [column]: WORDS });
      put(table, { ...row, ...('score_id' in row ? { score_id: scoreOf(town.otherPlayer.playerId) } : {}), [column]: 'Look at Pebble.' });
      const asked = ask();
      expect(asked.mentions, `${table}.${column}`).to.equal(1);
      const [mention] = found();
      expect(mention, `${table}.${column}`).to.include({ around: WORDS, playerId: comet().player, until: MONDAY_TEN + 7 * DAY });
      changeMention(town.context, town.coach, { ...squad(), ...comet(), mention: mention?.id ?? '' });
      expect(found(), `${table}.${column}`).to.deep.equal([]);
      expect(readable(table, column)).to.include('Look at a player who has left, please.').and.to.include('Look at Pebble.');
      undoDeletion(town.context, town.guardian, { ...comet(), deletion: asked.id });
    }
  });

  it('a drill of the squad is one of them', () => {
    const drill = uuid();
    put('squad_drill_versions', { squad_id: town.squad, drill_id: drill, drill: JSON.stringify({ name: 'As Comet does it' }) });
    ask();
    expect(found().map((one) => one.what)).to.deep.equal(['a drill of the squad']);
  });

  it('are not those that go with the child, nor those of another squad', () => {
    for (const [table, column, row] of places(comet().player)) {
      if ('player_id' in row || 'score_id' in row) put(table, { ...row, [column]: WORDS });
      if ('squad_id' in row) put(table, { ...row, squad_id: uuid(), player_id: town.otherPlayer.playerId, [column]: WORDS });
    }
    expect(ask().mentions).to.equal(0);
    expect(found()).to.deep.equal([]);
  });

  it('show the name with forty letters on both sides, on one line, with dots only where something is left out', () => {
    const note = (text: string) => put('coach_notes', { squad_id: town.squad, player_id: town.otherPlayer.playerId, text });
    const side = 'x'.repeat(39);
    note(`${side} Comet ${side}`);
    note(`y${side} Comet ${side}y`);
    note('Comet,\n\n  and more');
    ask();
    expect(found().map((one) => one.around)).to.deep.equal([`${side} Comet ${side}`, `…${side} Comet ${side}…`, 'Comet, and more']);
  });

  it('name the child also where quotes are written as in JSON or HTML', () => {
    sql().prepare('update players set nickname = ? where id = ?').run('Com"et', comet().player);
    put('squad_breaks', { squad_id: town.squad, title: JSON.stringify('For Com"et') });
    put('paper_lists', { squad_id: town.squad, name: 'For Com&quot;et' });
    put('own_cues', { squad_id: town.squad, text: 'For Comet' });
    ask(comet().player, 'com"et');
    expect(found().map((one) => one.what)).to.deep.equal(['a break', 'an imported list']);
  });

  it('released weeks are told as changed in what is made from them', () => {
    const week = uuid();
    makeWeek(town.context, town.coach, { ...squad(), id: week });
    const plan = aPlan();
    saveWeek(town.context, town.coach, {
      week,
      draft: 1,
      plan: { ...plan, title: 'Plain', sessions: plan.sessions.map((one) => ({ ...one, name: 'Like Comet' })) },
    });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    const outlines = () => JSON.stringify(sql().prepare('select * from week_outlines').all());
    expect(outlines()).to.include('Like Comet');
    ask();
    const [released] = found().filter((one) => one.what === 'a released week');
    changeMention(town.context, town.coach, { ...squad(), ...comet(), mention: released?.id ?? '' });
    expect(outlines()).to.include('Like a player who has left').and.to.not.include('Comet');
  });

  it('a change is of one child and one text: nothing else is touched, and what is not there is said not to be', async () => {
    put('own_cues', { squad_id: town.squad, text: WORDS });
    put('squad_breaks', { squad_id: town.squad, title: 'Comet flies' });
    const change = (player: string, mention: string) =>
      outcome(() => changeMention(town.context, town.coach, { ...squad(), player, mention }));
    expect(await change(comet().player, 'own_cues/text/1')).to.equal('not found');
    ask();
    const [cue, title] = found();
    expect(await change(town.otherPlayer.playerId, cue?.id ?? '')).to.equal('not found');
    expect(await change(comet().player, 'own_cues/text/999')).to.equal('not found');
    expect(found()).to.have.length(2);
    changeMention(town.context, town.coach, { ...squad(), ...comet(), mention: title?.id ?? '' });
    expect(found().map((one) => one.id)).to.deep.equal([cue?.id]);
  });

  it('mails in the local mailbox that name the child are counted for the head coach', () => {
    ask();
    expect(readMentions(town.context, town.coach, squad()).mails).to.equal(0);
    const mailbox = join(town.context.config.dataDir, 'mailbox');
    mkdirSync(mailbox, { recursive: true });
    writeFileSync(join(mailbox, '1.eml'), 'Hello Comet');
    writeFileSync(join(mailbox, '2.eml'), 'comet was here');
    writeFileSync(join(mailbox, '3.eml'), 'Cometta was here');
    expect(readMentions(town.context, town.coach, squad()).mails).to.equal(2);
  });

  describe('the head coaches', () => {
    const mails = () => sql().prepare("select subject from outbox where subject like '%player to be deleted%'").all();

    it('are told without the name that there is something to change, once', () => {
      put('own_cues', { squad_id: town.squad, text: WORDS });
      ask();
      ask();
      expect(mails()).to.have.length(1);
      const sealed = sql().prepare('select plain, html from outbox').all() as { plain: string; html: string }[];
      const told = sealed.map((one) => `${town.context.seal.unseal(one.plain)}${town.context.seal.unseal(one.html)}`).join();
      expect(told).to.include('1 of your squad').and.to.include('7 days').and.to.not.include('Comet');
    });

    it('are not written to where nothing names the child', () => {
      ask();
      expect(mails()).to.have.length(0);
    });
  });

  describe('asking, and taking back', () => {
    it('tells which backups still hold the child, with their ends', () => {
      expect(ask().backups).to.deep.equal([]);
      const { backupDir } = town.context.config;
      const sum = 'a'.repeat(64);
      for (const madeAt of [7, 5]) {
        mkdirSync(join(backupDir, `b${madeAt}`), { recursive: true });
        const manifest: Manifest = {
          format: 'eager-feet/backup',
          version: 1,
          kind: 'daily',
          madeAt,
          endsAt: madeAt + 90,
          migrations: 1,
          database: { sha256: sum, bytes: 1 },
          files: null,
          missing: [],
        };
        writeFileSync(join(backupDir, `b${madeAt}`, MANIFEST_NAME), JSON.stringify(manifest));
      }
      expect(ask().backups).to.deep.equal([
        { madeAt: 5, endsAt: 95 },
        { madeAt: 7, endsAt: 97 },
      ]);
    });

    it('asked again, the first stands', () => {
      const first = ask();
      town.setNow(MONDAY_TEN + DAY);
      expect(ask().id).to.equal(first.id);
      expect(ask().dueAt).to.equal(first.dueAt);
    });

    it('is of a child that is there', async () => {
      expect(await outcome(() => ask(uuid()))).to.equal('not found');
    });

    it('is taken back once, and under its own name', async () => {
      const { id } = ask();
      const undo = (deletion: string) => outcome(() => undoDeletion(town.context, town.guardian, { ...comet(), deletion }));
      expect(await undo(uuid())).to.equal('not found');
      expect(readDeletion(town.context, town.guardian, comet()).deletion?.id).to.equal(id);
      expect(undoDeletion(town.context, town.guardian, { ...comet(), deletion: id })).to.deep.equal({ id });
      expect(readDeletion(town.context, town.guardian, comet()).deletion).to.equal(null);
    });
  });

  describe('what goes', () => {
    it('is done also where the file of a clip is gone already', () => {
      put('clips', { id: 'clip', player_id: comet().player, squad_id: town.squad, score_id: 'none', file_name: 'gone.webm' });
      expect(() => purgePlayer(town.context, comet().player)).to.not.throw();
      expect(sql().prepare('select id from clips').all()).to.deep.equal([]);
    });

    it('takes no letter or mail that tells of others, and keeps their words', () => {
      const token = nameToken(comet().player);
      put('letters', { id: 'with', squad_id: town.squad, subject: token, plain: '', html: '' });
      put('letters', { id: 'without', squad_id: town.squad, subject: 'As it was', plain: '', html: '' });
      put('outbox', { id: 'mail-with', subject: token, plain: token, html: token });
      put('outbox', { id: 'mail-without', subject: 'As it was', plain: 'p', html: 'h' });
      const mailbox = join(town.context.config.dataDir, 'mailbox');
      mkdirSync(mailbox, { recursive: true });
      put('outbox', { id: 'mail-to', player_id: comet().player, subject: '', plain: '', html: '' });
      for (const name of ['1-mail-with.eml', '2-mail-without.eml', '3-mail-to.eml']) writeFileSync(join(mailbox, name), 'x');
      const before = sql().prepare("select * from outbox where id = 'mail-without'").get();
      ask();
      town.setNow(MONDAY_TEN + 7 * DAY);
      expect(finishDeletions(town.context)).to.equal(1);
      expect(readable('letters', 'subject').split('|').sort()).to.deep.equal(['As it was', 'a player who has left']);
      expect(sql().prepare("select subject, plain, html from outbox where id = 'mail-with'").get()).to.deep.equal({
        subject: 'a player who has left',
        plain: 'a player who has left',
        html: 'a player who has left',
      });
      expect(sql().prepare("select * from outbox where id = 'mail-without'").get()).to.deep.equal(before);
      expect(readdirSync(mailbox)).to.include('2-mail-without.eml').and.to.not.include.members(['1-mail-with.eml']);
      expect(readdirSync(mailbox)).to.not.include('3-mail-to.eml');
      expect(() => purgePlayer(town.context, uuid())).to.not.throw();
    });
  });
});
