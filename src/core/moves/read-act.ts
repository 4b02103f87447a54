import { t } from '../text/translate.ts';
import { SHOE, STEP } from './child.ts';
import {
  FILLER,
  HEIGHT_WORDS,
  NUMBER_WORDS,
  nearestWord,
  PHRASES,
  SMALL_TAP,
  SURFACE_WORDS,
  USUAL_FAR,
  USUAL_SURFACE,
  verbInWords,
  verbOf,
  WAY_WORDS,
} from './lexicon.ts';
import type { MovesProblem } from './problem.ts';
import { type Act, type Doer, isSide, isTouch, otherSide, type Side, type Verb } from './terms.ts';

/** What the acts before say of the feet. */
export interface FeetSoFar {
  /** The foot that did the last thing; null before the first. */
  last: Side | null;
  stronger: Side;
  /** The text speaks of the stronger foot, so that “other” is always the other one. */
  saysStronger: boolean;
}

type Complain = (sentence: string, word?: string) => MovesProblem;

const UNIT = /^(step|shoe)s?$/;
const TURNS: Readonly<Record<string, number>> = { quarter: 90, half: 180, full: 360 };
/** Verbs that nobody in particular does: the whole body. */
const OF_THE_BODY: ReadonlySet<Verb> = new Set<Verb>(['jump', 'turn', 'shield', 'fake', 'wait']);

/** Reads the words of one act, one after the other. */
class ActReader {
  private readonly act: Act = {
    ...{ who: 'body', surface: null, verb: 'wait', ways: [], far: null, high: null, turn: 0, from: null, rolling: false },
  };
  private verb: Verb | null = null;
  private who: Doer | null = null;
  length = 1;

  constructor(
    private readonly tokens: readonly string[],
    private readonly so: FeetSoFar,
    private readonly complain: Complain,
  ) {}

  read(): Act {
    for (let i = 0; i < this.tokens.length; i++) i += this.take(this.tokens[i] as string, this.tokens[i + 1]);
    return this.finished();
  }

  /** Takes one word; gives how many words after it were taken too. */
  private take(word: string, next: string | undefined): number {
    const { act } = this;
    const number = NUMBER_WORDS[word] ?? (/^\d+(\.\d+)?$/.test(word) ? Number(word) : null);
    const unit = next !== undefined && UNIT.test(next);
    if (word.startsWith('from-')) act.from = word.slice(5) as 'inside' | 'outside';
    else if (word.startsWith('high-')) act.high = HEIGHT_WORDS[word.slice(5)] ?? null;
    else if (word === 'rolling') act.rolling = true;
    else if (word === 'long') this.length = 2;
    else if (word === 'short' || word === 'quick') this.length = 0.5;
    else if (Object.hasOwn(TURNS, word) && !(word === 'half' && unit)) act.turn = TURNS[word] as number;
    else if (number !== null) {
      act.far = number * (next?.startsWith('step') ? STEP : SHOE);
      if (unit) return this.tokens.indexOf('lengths') > 0 ? 2 : 1;
    } else if (!this.takeDoer(word, next)) this.takeDoing(word);
    return 0;
  }

  private takeDoer(word: string, next: string | undefined): boolean {
    const { act, so } = this;
    if (this.verb !== null) return false;
    if ((word === 'left' || word === 'right') && this.who === null) this.who = word;
    else if (word === 'stronger') this.who = so.stronger;
    else if (word === 'same') {
      if (!so.last) throw this.complain(t('“same” needs a foot before it. Say “right” or “left” first.'), word);
      this.who = so.last;
    } else if (word === 'other') this.who = so.saysStronger || !so.last ? otherSide(so.stronger) : otherSide(so.last);
    else if (word === 'far' || word === 'near' || word === 'feet') this.who = word;
    else if ((word === 'chest' || word === 'head') && this.who === null && verbOf(next ?? '') !== null) {
      this.who = word;
      act.surface = word;
    } else if (word === 'hands') {
      this.who = 'hands';
      act.surface = 'hands';
    } else if (word === 'ball' && verbOf(next ?? '') === 'bounce') {
      this.who = 'ball';
      act.surface = 'ground';
    } else return false;
    return true;
  }

  private takeDoing(word: string): void {
    const { act } = this;
    const verb = verbOf(word);
    const way = WAY_WORDS[word];
    if (verb && !(this.verb && (way || word === 'head'))) {
      if (this.verb && this.verb !== 'wait')
        throw this.complain(t('“{word}” is a second thing to do in one beat. Join two things with “and”.', { word }), word);
      this.verb = verb;
    } else if (Object.hasOwn(SURFACE_WORDS, word) && !act.surface) act.surface = SURFACE_WORDS[word] ?? null;
    else if (way) {
      act.ways.push(way);
      if (word === 'in' && act.far === null && this.verb === 'tap') act.far = SMALL_TAP;
    } else if (!FILLER.has(word)) {
      const nearest = nearestWord(word);
      throw this.complain(
        t('“{word}” is not a word of the moves. {nearest}', {
          word,
          nearest: nearest
            ? t('Did you mean “{nearest}”?', { nearest })
            : t(
                'Say a foot, a part of it and what it does: “right inside taps across”, “left sole pulls back 2”, “right steps over from the inside”.',
              ),
        }),
        word,
      );
    }
  }

  /** The act with everything that goes without saying. */
  private finished(): Act {
    const { act } = this;
    let verb: Verb | null = this.verb ?? (act.turn ? 'turn' : null);
    if (!verb) throw this.complain(t('What does it do here? Say for example “taps across”, “pulls back 2”, “stops” or “hops”.'));
    if (verb === 'turn' || verb === 'circle') this.settleTurn(verb);
    if (verb === 'bounce') this.who = 'ball';
    if (verb === 'throw' || verb === 'drop' || verb === 'pick' || (verb === 'catch' && !act.surface)) {
      this.who = 'hands';
      act.surface = 'hands';
    }
    if (verb === 'catch' && this.who !== 'hands') verb = 'stop';
    if (this.who === null) {
      if (OF_THE_BODY.has(verb)) this.who = 'body';
      else throw this.complain(t('Which foot {verb}? Say “right” or “left” first.', { verb: verbInWords(verb) }));
    }
    act.who = this.who;
    act.verb = verb;
    this.settleTouch(verb);
    if (verb === 'over' && !act.from) act.from = 'inside';
    if (verb === 'throw' && !act.high) act.high = 'head';
    return act;
  }

  private settleTurn(verb: 'turn' | 'circle'): void {
    const { act } = this;
    if (verb === 'turn' && isSide(this.who) && !act.ways.some((way) => way === 'left' || way === 'right')) {
      act.ways.push(this.who);
      this.who = 'body';
    }
    const side = act.ways.find((way) => way === 'left' || way === 'right');
    if (!side) throw this.complain(t('Which way round? Say “turn half left” or “turn quarter right”.'));
    act.turn = (act.turn || (verb === 'circle' ? 90 : 180)) * (side === 'right' ? 1 : -1);
  }

  private settleTouch(verb: Verb): void {
    const { act } = this;
    if (isTouch(verb)) {
      if (!act.surface)
        act.surface = act.who === 'chest' || act.who === 'head' ? act.who : act.who === 'feet' ? 'inside' : (USUAL_SURFACE[verb] ?? null);
      const told = act.ways.includes('home') || act.ways.includes('along');
      if (act.far === null && !told) act.far = USUAL_FAR[verb] ?? null;
    }
    if (act.ways.length === 0) {
      if (verb === 'tap' && act.surface === 'outside') act.ways = ['out'];
      else if (verb === 'tap' && act.surface === 'inside') act.ways = ['across'];
      else if (verb === 'pull') act.ways = ['back'];
      else if (verb === 'roll') act.ways = ['across'];
      else if (verb === 'push' || verb === 'step') act.ways = ['forward'];
    }
    if (verb === 'tap' && act.surface === 'outside' && act.far === null) act.far = SMALL_TAP;
    if (verb === 'kick' && !act.high) act.high = 'knee';
  }
}

/**
 * Reads one thing that is done, from words in small letters.
 * @throws MovesProblem
 */
export function readAct(words: string, so: FeetSoFar, complain: Complain): { act: Act; length: number } {
  let said = words;
  for (const [pattern, by] of PHRASES) said = said.replace(pattern, by);
  const reader = new ActReader(said.split(' ').filter(Boolean), so, complain);
  return { act: reader.read(), length: reader.length };
}
