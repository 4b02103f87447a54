import { t } from '../text/translate.ts';
import { type Clause, clausesOf } from './clauses.ts';
import { joinWays, NUMBER_WORDS } from './lexicon.ts';
import { MovesProblem } from './problem.ts';
import { type FeetSoFar, readAct } from './read-act.ts';
import { plainStance, readStance } from './read-stance.ts';
import { type Beat, isSide, type Movement, movesBall, type Side } from './terms.ts';

const MOST_TIMES = 12;
/** Beats of one text at most, with those that are said several times. */
const MOST_BEATS = 64;

const AGAIN = /^(?:and |then )?(?:again|over again)(?: (mirrored|the same|the same way|with the other foot|from the start))?$/;
const TIMES = /^(\d+|two|three|four|five|six) times:? */;

/** What is done on a route of which nothing more is said. */
const DRIBBLING = 'right inside pushes along, left steps, left inside pushes along, right steps';
const RUNNING = 'right steps, left steps';

/** Reads a text clause by clause. */
class Reader {
  readonly movement: Movement = { stance: plainStance(), beats: [], sideways: [], again: 'same', moving: false };
  /** What is being said: the beats, or those of the way sideways. */
  private list = this.movement.beats;
  private readonly so: FeetSoFar;
  private closed = false;
  private saidFeet = false;
  /** Beats that are said several times, up to the end of their group. */
  private times: { n: number; group: number; beats: Beat[] } | null = null;

  constructor(text: string, stronger: Side) {
    this.so = { last: null, stronger, saysStronger: /\bstronger\b/i.test(text) };
  }

  take(clause: Clause): void {
    const { stance, beats } = this.movement;
    const { words } = clause;
    if (this.times && this.times.group !== clause.group) this.endTimes();
    if (this.closed) throw complaintIn(clause)(t('Nothing comes after “again”.'));
    const placed = beats.length === 0 || /^(?:the )?ball |^no ball|^without/.test(words) ? readStance(words, stance) : null;
    if (placed) {
      if (beats.length > 0) throw complaintIn(clause)(t('Where the ball lies is said before the first beat.'));
      if (placed === 'feet') this.saidFeet = true;
      if (placed === 'ball' && stance.ball === 'between' && !this.saidFeet) stance.feet = 'wide';
      return;
    }
    if (/^(?:and )?moving along$/.test(words)) this.movement.moving = true;
    else if (words === 'sideways' && stance.route && beats.length > 0) this.list = this.movement.sideways;
    else if (AGAIN.test(words)) this.close(clause);
    else if (/^(?:and )?(?:it |the ball )?(?:rolls on|rolling)$/.test(words) && beats.length > 0)
      for (const act of (beats.at(-1) as Beat).acts) act.rolling = true;
    else this.takeBeat(clause);
  }

  finish(): Movement {
    this.endTimes();
    const { beats, stance } = this.movement;
    if (beats.length === 0 && stance.route)
      for (const clause of clausesOf(stance.ball === 'none' ? RUNNING : DRIBBLING)) this.takeBeat(clause);
    if (beats.length === 0) throw new MovesProblem(t('There is no beat yet. Say for example “right inside taps across”.'), 1, 0, 0);
    const last = beats.at(-1) as Beat;
    if (beats.length > MOST_BEATS)
      throw new MovesProblem(
        t('At most {mostBeats} beats; these are {beats}.', { mostBeats: MOST_BEATS, beats: beats.length }),
        last.line,
        0,
        last.words.length,
      );
    const done = beats.flatMap((beat) => beat.acts);
    if (!done.some((act) => movesBall(act) || ['over', 'step', 'hold', 'hop', 'jump'].includes(act.verb)))
      throw new MovesProblem(t('Nobody moves here.'), (beats[0] as Beat).line, 0, (beats[0] as Beat).words.length);
    return this.movement;
  }

  private close(clause: Clause): void {
    if (this.movement.beats.length === 0) throw complaintIn(clause)(t('Say the beats first; “again” closes them.'));
    const how = AGAIN.exec(clause.words)?.[1];
    this.movement.again = how === 'from the start' ? 'anew' : how === 'mirrored' || how === 'with the other foot' ? 'mirrored' : 'same';
    this.closed = true;
  }

  private takeBeat(clause: Clause): void {
    const complain = complaintIn(clause);
    let { words } = clause;
    const many = TIMES.exec(words);
    if (many) {
      const n = NUMBER_WORDS[many[1] as string] ?? Number(many[1]);
      if (n < 1 || n > MOST_TIMES) throw complain(t('Say a beat 1 to {mostTimes} times, not {n}.', { mostTimes: MOST_TIMES, n }));
      words = words.slice(many[0].length);
      if (!words) throw complain(t('What is done that many times? Say the beats behind the colon.'));
      this.times = { n, group: clause.group, beats: [] };
    }
    const rep = words.includes('*');
    const bare = words
      .replace(/\*/g, ' ')
      .replace(/ +/g, ' ')
      .trim()
      .replace(/ and (?:it |the ball )?(?:rolls on|rolling)\b/g, ' rolling');
    const parts = joinWays(bare)
      .split(/ (?:and|while|as) | ?\+ ?/)
      .map((part) => part.trim().replace(/^then /, ''))
      .filter(Boolean);
    if (parts.length === 0) throw complain(t('Nothing is done here.'));
    const read = parts.map((part) => {
      const one = readAct(part, this.so, complain);
      if (isSide(one.act.who)) this.so.last = one.act.who;
      return one;
    });
    const acts = read.map((one) => one.act);
    if (acts.filter((act) => movesBall(act) && act.who !== 'ball').length > 1)
      throw complain(t('Two touches in one beat. Give each its own line.'));
    const beat: Beat = {
      acts,
      length: read.find((one) => one.length !== 1)?.length ?? 1,
      rep,
      line: clause.line,
      words: clause.raw
        .replace(/^\S+ times:? */i, '')
        .replace(/\*/g, '')
        .replace(/\s+/g, ' ')
        .trim(),
    };
    this.list.push(beat);
    this.times?.beats.push(beat);
  }

  private endTimes(): void {
    if (!this.times) return;
    for (let n = 1; n < this.times.n; n++) this.list.push(...this.times.beats);
    this.times = null;
  }
}

/** Makes problems that point at the clause, or at one word of it. */
function complaintIn(clause: Clause): (sentence: string, word?: string) => MovesProblem {
  return (sentence, word) => {
    const spoken = word?.replace(/^(?:from|high)-/, '');
    const at = spoken ? clause.raw.toLowerCase().indexOf(spoken) : -1;
    const from = clause.from + Math.max(0, at);
    return new MovesProblem(sentence, clause.line, from, at >= 0 && spoken ? from + spoken.length : clause.from + clause.raw.length);
  };
}

/**
 * Reads a movement from words as a coach says them, one beat a line (docs/formats.md has the grammar).
 * @param stronger the foot that “stronger” means
 * @throws MovesProblem that points at line and letters
 */
export function readMovement(text: string, stronger: Side = 'right'): Movement {
  const reader = new Reader(text, stronger);
  for (const clause of clausesOf(text)) reader.take(clause);
  return reader.finish();
}
