import { expect } from 'chai';
import {
  CLIP_CONSENT,
  mayFilm,
  mayFilmAmong,
  newestWord,
  saidYes,
  saidYesToSound,
  TABLE_CONSENT,
} from '../../../src/server/consent/consent.ts';
import { choicesFor, mayPost, POST_CONSENT, setPostChoices } from '../../../src/server/consent/mail-choices.ts';
import { type ConsentKind, consents, squads } from '../../../src/server/platform/db/schema.ts';
import { askToDelete, undoDeletion } from '../../../src/server/privacy/deletion.ts';
import { giveConsent } from '../../../src/server/screens/family.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

/* What a guardian said is asked for at every door, so it is tried alone and to the last word. */
describe('a guardian’s word', () => {
  let town: Town;
  let at = 0;
  beforeEach(async () => {
    town = await openTown();
    at = 1000;
  });
  afterEach(() => town.close());

  const db = () => town.context.db;
  const comet = () => town.player.playerId;
  const pebble = () => town.otherPlayer.playerId;
  const say = (yes: boolean, kind: ConsentKind = 'clips', playerId = comet(), when = ++at, id = uuid()) => {
    const { userId } = town.guardian as { userId: string };
    db().insert(consents).values({ id, playerId, kind, yes, textVersion: 1, guardianId: userId, at: when }).run();
  };
  /** Each way in which the house asks, for one child: they must never differ. */
  const film = (playerId = comet()) => {
    const answers = [mayFilm(db(), playerId), saidYes(db(), playerId, 'clips'), mayFilmAmong(db(), [playerId]).has(playerId)];
    expect(new Set(answers).size, answers.join()).to.equal(1);
    return answers[0];
  };

  it('is no as long as nobody said any', () => {
    expect(newestWord(db(), comet(), 'clips')).to.equal(null);
    expect(film()).to.equal(false);
    expect(mayPost(db(), comet())).to.equal(false);
  });

  it('is the newest, whatever came in later', () => {
    say(true);
    expect(film()).to.equal(true);
    say(false);
    expect(film()).to.equal(false);
    expect(newestWord(db(), comet(), 'clips')).to.equal(false);
    say(true, 'clips', comet(), 500);
    expect(film()).to.equal(false);
    say(true);
    expect([film(), newestWord(db(), comet(), 'clips')]).to.deep.equal([true, true]);
  });

  it('of two in one instant is the one whose id is later', () => {
    const [first, second] = [uuid(), uuid()].sort() as [string, string];
    say(true, 'clips', comet(), 2000, second);
    say(false, 'clips', comet(), 2000, first);
    expect(film()).to.equal(true);
  });

  it('holds for its own matter and its own child', () => {
    say(true, 'post');
    expect([film(), mayPost(db(), comet())]).to.deep.equal([false, true]);
    say(true, 'clips', pebble());
    expect([film(), film(pebble()), mayPost(db(), pebble())]).to.deep.equal([false, true, false]);
    say(true);
    say(false, 'post');
    expect([film(), mayPost(db(), comet())]).to.deep.equal([true, false]);
    expect([...mayFilmAmong(db(), [comet(), pebble(), town.strangerPlayer.playerId])]).to.have.members([comet(), pebble()]);
    expect([...mayFilmAmong(db(), [pebble()])]).to.deep.equal([pebble()]);
    expect([...mayFilmAmong(db(), [])]).to.deep.equal([]);
  });

  it('is no while the child is leaving, and again what it was when that is undone', () => {
    say(true);
    say(true, 'post');
    const { id } = askToDelete(town.context, town.guardian, { player: comet(), id: uuid(), nickname: 'Comet' });
    expect([film(), mayPost(db(), comet()), newestWord(db(), comet(), 'clips')]).to.deep.equal([false, false, true]);
    undoDeletion(town.context, town.guardian, { player: comet(), deletion: id });
    expect([film(), mayPost(db(), comet())]).to.deep.equal([true, true]);
  });
});

describe('sound of clips', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());
  const say = (yes: boolean, textVersion: number) =>
    giveConsent(town.context, town.guardian, { player: town.player.playerId, id: crypto.randomUUID(), kind: 'clips', yes, textVersion });
  const allowed = () => [mayFilm(town.context.db, town.player.playerId), saidYesToSound(town.context.db, town.player.playerId)];
  const tick = () => town.setNow(town.context.now() + 1000);

  it('needs a yes to a text that speaks of it; filming goes on without', () => {
    expect(allowed()).to.deep.equal([false, false]);
    say(true, 2);
    expect(allowed()).to.deep.equal([true, false]);
    tick();
    say(true, 3);
    expect(allowed()).to.deep.equal([true, true]);
    tick();
    say(false, 3);
    expect(allowed()).to.deep.equal([false, false]);
    tick();
    say(true, 2);
    expect(allowed()).to.deep.equal([true, false]);
  });

  it('is recorded only where the squad’s rule asks for it too', () => {
    releaseNow(town);
    const film = () => thisWeek(town.context, town.player).film.sound;
    say(true, 2);
    expect(film()).to.equal(false);
    tick();
    say(true, 3);
    expect(film()).to.equal(true);
    town.context.db.update(squads).set({ clipSound: false }).run();
    expect(film()).to.equal(false);
  });
});

describe('what a guardian reads before saying yes', () => {
  it('has a version each, which is asked anew when the text changes, and says how it ends', () => {
    expect([CLIP_CONSENT.version, TABLE_CONSENT.version, POST_CONSENT.version]).to.deep.equal([3, 1, 1]);
    expect(CLIP_CONSENT.text).to.include('I can take this back at any time');
    expect(TABLE_CONSENT.text).to.include('never a last place');
    expect(POST_CONSENT.text).to.include('Without a yes');
  });
});

describe('what somebody wants mailed', () => {
  let town: Town;
  before(async () => {
    town = await openTown();
  });
  after(() => town.close());
  const squad = { quietFrom: 20, quietTo: 7, mailsPerDay: 2 };
  const own = { reminders: false, summaries: true, quietFrom: 21, quietTo: 8, mailsPerDay: 1 };

  it('is everything, in the squad’s hours, until something else was said; then that, for that person alone', () => {
    const { db } = town.context;
    const [{ userId }, other] = [town.guardian, town.otherGuardian] as { userId: string }[] as [{ userId: string }, { userId: string }];
    const usual = { reminders: true, summaries: true, ...squad };
    expect(choicesFor(db, userId, squad)).to.deep.equal(usual);
    expect(setPostChoices(town.context, town.guardian, own)).to.deep.equal(own);
    expect(choicesFor(db, userId, squad)).to.deep.equal(own);
    setPostChoices(town.context, town.guardian, { ...own, summaries: false });
    expect(choicesFor(db, userId, squad)).to.deep.equal({ ...own, summaries: false });
    expect(choicesFor(db, other.userId, squad)).to.deep.equal(usual);
  });

  it('is no player’s to say', async () => {
    expect(await outcome(() => setPostChoices(town.context, town.player, own))).to.equal('not allowed');
    expect(await outcome(() => setPostChoices(town.context, town.nobody, own))).to.equal('not signed in');
  });
});
