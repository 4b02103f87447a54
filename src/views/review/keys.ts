import { useRef } from 'react';
import { type Keys, useKeys } from '../../client/use-keys.ts';
import { t } from '../../core/text/translate.ts';

/** What a key can do on the bench, with its usual key, the words on its button and, where those are short, what it does at length. */
export const BENCH_KEYS = {
  left: {
    key: 'f',
    get words() {
      return t('Left rep');
    },
    get long() {
      return t('Left rep');
    },
  },
  right: {
    key: 'j',
    get words() {
      return t('Right rep');
    },
    get long() {
      return t('Right rep');
    },
  },
  drop: {
    key: 'd',
    get words() {
      return t('Drop');
    },
  },
  undo: {
    key: 'z',
    get words() {
      return t('Undo');
    },
  },
  redo: {
    key: 'y',
    get words() {
      return t('Redo');
    },
  },
  play: {
    key: ' ',
    get words() {
      return t('Play');
    },
    get long() {
      return t('Play or pause');
    },
  },
  'frame back': {
    key: ',',
    get words() {
      return t('Back');
    },
    get long() {
      return t('One picture back');
    },
  },
  'frame on': {
    key: '.',
    get words() {
      return t('On');
    },
    get long() {
      return t('One picture on');
    },
  },
  slower: {
    key: '[',
    get words() {
      return t('Slower');
    },
  },
  faster: {
    key: ']',
    get words() {
      return t('Faster');
    },
  },
  'work start': {
    key: 'w',
    get words() {
      return t('Start');
    },
    get long() {
      return t('To the start of the work');
    },
  },
  loop: {
    key: 'o',
    get words() {
      return t('Loop');
    },
    get long() {
      return t('Repeat a stretch: from, to, off');
    },
  },
  earlier: {
    key: 'ArrowLeft',
    get words() {
      return t('Earlier');
    },
    get long() {
      return t('Mark one picture earlier');
    },
  },
  later: {
    key: 'ArrowRight',
    get words() {
      return t('Later');
    },
    get long() {
      return t('Mark one picture later');
    },
  },
  'previous mark': {
    key: 'ArrowUp',
    get words() {
      return t('Mark before');
    },
  },
  'next mark': {
    key: 'ArrowDown',
    get words() {
      return t('Mark after');
    },
  },
  'delete mark': {
    key: 'Delete',
    words: 'Delete',
    get long() {
      return t('Delete the mark');
    },
  },
  suggest: {
    key: 'g',
    get words() {
      return t('Suggest');
    },
    get long() {
      return t('Suggested count');
    },
  },
  whole: {
    key: 'e',
    get words() {
      return t('To the end');
    },
    get long() {
      return t('Counted to the end of the work');
    },
  },
  compare: {
    key: 'v',
    get words() {
      return t('Beside another clip');
    },
  },
  remark: {
    key: 'r',
    get words() {
      return t('Remark here');
    },
  },
  line: {
    key: 'l',
    get words() {
      return t('Line');
    },
    get long() {
      return t('Write the line');
    },
  },
  counted: {
    key: 'Enter',
    get words() {
      return t('Counted');
    },
  },
  corrected: {
    key: 'c',
    get words() {
      return t('Corrected');
    },
  },
  again: {
    key: 'a',
    get words() {
      return t('Again please');
    },
  },
  'set aside': {
    key: 's',
    get words() {
      return t('Set aside');
    },
  },
  next: {
    key: 'n',
    get words() {
      return t('Next');
    },
  },
  previous: {
    key: 'p',
    get words() {
      return t('Previous');
    },
  },
  'take back': {
    key: 'u',
    get words() {
      return t('Undo the last decision');
    },
  },
} as const satisfies Record<string, { key: string; words: string; long?: string }>;
export type BenchAct = keyof typeof BENCH_KEYS;
export const BENCH_ACTS = Object.keys(BENCH_KEYS) as BenchAct[];

export type KeyMap = Record<BenchAct, string>;

/** What a key does, at length. */
export function longWords(act: BenchAct): string {
  const known: { words: string; long?: string } = BENCH_KEYS[act];
  return known.long ?? known.words;
}

/** The usual keys with a coach's own in their place. */
export const keyMapOf = (own: Readonly<Record<string, string>>): KeyMap =>
  Object.fromEntries(BENCH_ACTS.map((act) => [act, own[act] ?? BENCH_KEYS[act].key])) as KeyMap;

const NAMES: Record<string, string> = {
  ' ': 'Space',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  get Delete() {
    return t('Del');
  },
};
/** A key as it is written on a button. */
export const keyName = (key: string): string => NAMES[key] ?? (key.length === 1 ? key.toUpperCase() : key);

/** The act that a key already does, or null; digits belong to the cues. */
export function keyTakenBy(map: KeyMap, key: string, but: BenchAct): BenchAct | 'cues' | null {
  if (/^[1-9]$/.test(key)) return 'cues';
  return BENCH_ACTS.find((act) => act !== but && map[act].toLowerCase() === key.toLowerCase()) ?? null;
}

const takesPresses = (target: EventTarget | null) =>
  target instanceof Element && target.closest('button, a, summary, [role="slider"]') !== null;

export type KeyHandlers = Partial<Record<BenchAct, () => void>> & { cue?(n: number): void };

/** Acts that decide a score and bring the next one: a second press at once was meant for the one that is gone. */
const DECIDE: readonly BenchAct[] = ['counted', 'corrected', 'again', 'set aside'];
const TWICE_MS = 150;

/** Acts that go on while their key is held down. */
const REPEAT: readonly BenchAct[] = ['frame on', 'frame back', 'earlier', 'later'];

/**
 * Keys of the bench; Enter and Space press the button that has the focus.
 * @param handlers the parts of the bench put what they do there
 */
export function useBenchKeys(map: KeyMap, handlers: KeyHandlers): void {
  const decidedAt = useRef(Number.NEGATIVE_INFINITY);
  useKeys(() => keysOf(map, handlers, decidedAt));
}

function keysOf(map: KeyMap, handlers: KeyHandlers, decidedAt: { current: number }): Keys {
  const { cue } = handlers;
  const cues = cue ? [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n): [string, Keys[string]] => [String(n), () => cue(n)]) : [];
  const acts = BENCH_ACTS.flatMap((act): [string, Keys[string]][] => {
    const does = handlers[act];
    if (!does) return [];
    const press: Keys[string] = (event) => {
      if ((event.key === 'Enter' || event.key === ' ') && takesPresses(event.target)) return false;
      if (event.repeat && !REPEAT.includes(act)) return false;
      if (DECIDE.includes(act)) {
        if (event.timeStamp - decidedAt.current < TWICE_MS) return true;
        decidedAt.current = event.timeStamp;
      }
      return does();
    };
    return [[map[act] === ' ' ? 'Space' : map[act], press]];
  });
  return Object.fromEntries([...cues, ...acts]);
}

/** A press with the mouse leaves the focus where it is, so that the keys go on working. */
export const keepFocus = { onMouseDown: (event: { preventDefault(): void }) => event.preventDefault() };
