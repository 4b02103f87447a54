import { language } from '../text/translate.ts';
import { SHOE } from './child.ts';
import { movesInSpanish, SPANISH_WORDS } from './lexicon-es.ts';
import type { Height, Surface, Verb, Way } from './terms.ts';

/** The words of the notation: everything a coach may say, and what it means. */

/** Several words that are one thing; tried in this order. */
export const PHRASES: readonly (readonly [RegExp, string])[] = [
  [/\b(?:steps?|swings?) (?:over|round|around)(?: the front of)?(?: the ball| it)?(?= |$)/g, 'stepover'],
  [/\bfrom (?:the )?inside(?: to(?: the)? outside| out)?\b/g, 'from-inside'],
  [/\bfrom (?:the )?outside(?: to(?: the)? inside| in)?\b/g, 'from-outside'],
  [/\bto (?:the |its |his |her )?(ankle|knee|belt|hip|chest|head)(?: height| high)?\b/g, 'high-$1'],
  [/\b(ankle|knee|belt|hip|chest|head)[ -]high\b/g, 'high-$1'],
  [/\b(?:over|above) the head\b/g, 'high-over'],
  [/\b(?:to|at|against) the wall\b/g, 'forward'],
  [/\b(?:at|into|through) the goal\b/g, 'forward'],
  [/\bbehind the (?:standing |other )?(?:leg|foot)\b/g, 'behind'],
  [/\bpicks? (?:it |the ball )?up\b/g, 'pick'],
  [/\b(?:brings?|takes?) (?:it |the ball )?down\b/g, 'cushion'],
  [/\b(?:brings?|takes?|plays?) (?:it |the ball )?home\b/g, 'push home'],
  [/\b(?:throws?|tosses|toss) (?:it |the ball )?up\b/g, 'throw'],
  [/\b(?:kicks?|lifts?|plays?|flicks?) (?:it |the ball )?up\b/g, 'kick'],
  [/\blets? (?:it|the ball) (?:go|fall|drop)\b/g, 'hands drop'],
  [/\blets? (?:it|the ball) bounce\b/g, 'ball bounce'],
  [/\b(?:it |ball )?rolls on\b/g, 'rolling'],
  [/\bafter(?: it| the ball)?(?= |$)/g, 'along'],
  [/\bhalf (?:of )?a (step|shoe)\b/g, '0.5 $1'],
  [/\b(?:a|one) (?:big )?(step|shoe)(?: length)?\b/g, '1 $1'],
];

/** “forward and out” is one way, not two things of one beat; but in “forward and left hops” the left is a foot. */
export const joinWays = (words: string): string =>
  words
    .replace(/\b(forwards?|ahead|back) and (out|across|in|(?:left|right)(?= \d| half| long| short| quick| rolling|$))\b/g, '$1 $2')
    .replace(/\b(out|across|in|left|right) and (forwards?|ahead|back)\b/g, '$2 $1');

export const VERB_WORDS: Readonly<Record<string, Verb>> = {
  ...{ tap: 'tap', touch: 'tap' },
  ...{ push: 'push', play: 'push', take: 'push', knock: 'push', carry: 'push', nudge: 'push' },
  ...{ pull: 'pull', drag: 'pull', roll: 'roll', slide: 'push' },
  ...{ stop: 'stop', trap: 'stop', receive: 'stop', control: 'stop', set: 'stop', meet: 'stop' },
  ...{ circle: 'circle', pass: 'pass', strike: 'pass', shoot: 'pass' },
  ...{ kick: 'kick', lift: 'kick', juggle: 'kick', flick: 'kick', head: 'kick' },
  ...{ cushion: 'cushion', throw: 'throw', drop: 'drop', catch: 'catch', pick: 'pick', bounce: 'bounce' },
  ...{ stepover: 'over', scissor: 'over', step: 'step', stride: 'step', run: 'step', shuffle: 'step', walk: 'step' },
  ...{ hop: 'hop', jump: 'jump', turn: 'turn', shield: 'shield', fake: 'fake', lean: 'fake' },
  ...{ hold: 'hold', wait: 'wait', rest: 'wait', stand: 'wait' },
};

export const WAY_WORDS: Readonly<Record<string, Way>> = {
  ...{ forward: 'forward', forwards: 'forward', ahead: 'forward' },
  ...{ back: 'back', backward: 'back', backwards: 'back' },
  ...{ out: 'out', outward: 'out', away: 'out' },
  ...{ across: 'across', in: 'across', inward: 'across' },
  ...{ left: 'left', right: 'right', along: 'along', home: 'home', behind: 'behind' },
};

export const SURFACE_WORDS: Readonly<Record<string, Surface>> = {
  ...{ inside: 'inside', outside: 'outside', laces: 'laces', instep: 'laces', sole: 'sole' },
  ...{ toe: 'toe', toes: 'toe', heel: 'heel', thigh: 'thigh', knee: 'thigh' },
  ...{ chest: 'chest', forehead: 'head', hands: 'hands', hand: 'hands', ground: 'ground' },
};

export const NUMBER_WORDS: Readonly<Record<string, number>> = { half: 0.5, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, once: 1 };

export const HEIGHT_WORDS: Readonly<Record<string, Height>> = {
  ...{ ankle: 'ankle', knee: 'knee', belt: 'belt', hip: 'belt', chest: 'chest', head: 'head', over: 'over the head' },
};

/** Words that may stand anywhere and say nothing. */
export const FILLER: ReadonlySet<string> = new Set(
  'the a an with foot leg it ball its of by to then gently softly slowly quickly your standing round way on up off under change both'.split(
    ' ',
  ),
);

/** What a verb is done with when nobody says it. */
export const USUAL_SURFACE: Readonly<Partial<Record<Verb, Surface>>> = {
  ...{ tap: 'inside', push: 'inside', pass: 'inside', pull: 'sole', roll: 'sole', stop: 'sole', circle: 'sole' },
  ...{ kick: 'laces', cushion: 'laces' },
};

/** Metres of a touch when nobody says them. */
export const USUAL_FAR: Readonly<Partial<Record<Verb, number>>> = { push: 1.5 * SHOE, pull: 1.5 * SHOE, roll: 1.5 * SHOE };
/** Metres of a tap outward, or back in. */
export const SMALL_TAP = 0.7 * SHOE;

/** The verb that a word is a form of: “taps”, “tapping”, “catches”. */
export function verbOf(word: string): Verb | null {
  const forms = [word, word.replace(/es$/, ''), word.replace(/s$/, ''), word.replace(/ing$/, ''), word.replace(/(.)\1ing$/, '$1')];
  for (const form of forms) if (Object.hasOwn(VERB_WORDS, form)) return VERB_WORDS[form] ?? null;
  return null;
}

const KNOWN = [
  ...Object.keys(VERB_WORDS),
  ...Object.keys(WAY_WORDS),
  ...Object.keys(SURFACE_WORDS),
  ...['stronger', 'other', 'same', 'long', 'short', 'quarter', 'half', 'again', 'mirrored', 'rolling'],
];

/** The words of the reader’s language; English ones are read in every language. */
const knownHere = (): readonly string[] => (language() === 'es' ? SPANISH_WORDS : KNOWN);

/** Letters to change, add or leave out between two words (Levenshtein distance). */
export function editDistance(a: string, b: string): number {
  const row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    let diagonal = row[0] as number;
    row[0] = i;
    for (let j = 1; j <= b.length; j++) {
      const above = row[j] as number;
      row[j] = Math.min(above + 1, (row[j - 1] as number) + 1, diagonal + (a[i - 1] === b[j - 1] ? 0 : 1));
      diagonal = above;
    }
  }
  return row[b.length] as number;
}

/** The known word nearest to one that is not known; null when none is near. */
export function nearestWord(word: string): string | null {
  const bare = word.replace(/e?s$/, '');
  let best: string | null = null;
  let least = word.length > 5 ? 2 : 1;
  for (const known of knownHere()) {
    const d = Math.min(editDistance(word, known), editDistance(bare, known));
    if (d < least || (d === least && best === null)) [best, least] = [known, d];
  }
  return best;
}

/** Words that complete what was begun, in alphabetical order, for whoever types. */
export const completions = (begun: string): string[] =>
  begun === '' ? [] : [...new Set(knownHere())].filter((word) => word.startsWith(begun.toLowerCase()) && word !== begun).sort();

/** How each verb is said of a foot; of hands and body it is said as it is written here too. */
export const SAID: Record<Verb, string> = {
  ...{ tap: 'taps', push: 'pushes', pull: 'pulls', roll: 'rolls', stop: 'stops', circle: 'circles', pass: 'passes', kick: 'kicks up' },
  ...{ cushion: 'cushions', throw: 'throw up', drop: 'drop', catch: 'catch', pick: 'pick it up', bounce: 'bounces', over: 'steps over' },
  ...{ step: 'steps ', hop: 'hops', jump: 'jump', turn: 'turn', shield: 'shield', fake: 'fake', hold: 'holds', wait: 'wait' },
};

/** What a foot does, in the reader’s language: “pushes”. */
export const verbInWords = (verb: Verb): string => (language() === 'es' ? movesInSpanish(SAID[verb]) : SAID[verb].trim());
