import { useRef } from 'react';
import { type Keys, useKeys } from '../../client/use-keys.ts';

/** What a key can do on the bench, with its usual key, the words on its button and, where those are short, what it does at length. */
export const BENCH_KEYS = {
  left: { key: 'f', words: 'Left rep', long: 'Left rep' },
  right: { key: 'j', words: 'Right rep', long: 'Right rep' },
  drop: { key: 'd', words: 'Drop' },
  undo: { key: 'z', words: 'Undo' },
  redo: { key: 'y', words: 'Redo' },
  play: { key: ' ', words: 'Play', long: 'Play or pause' },
  'frame back': { key: ',', words: 'Back', long: 'One picture back' },
  'frame on': { key: '.', words: 'On', long: 'One picture on' },
  slower: { key: '[', words: 'Slower' },
  faster: { key: ']', words: 'Faster' },
  'work start': { key: 'w', words: 'Start', long: 'To the start of the work' },
  loop: { key: 'o', words: 'Loop', long: 'Repeat a stretch: from, to, off' },
  earlier: { key: 'ArrowLeft', words: 'Earlier', long: 'Mark one picture earlier' },
  later: { key: 'ArrowRight', words: 'Later', long: 'Mark one picture later' },
  'previous mark': { key: 'ArrowUp', words: 'Mark before' },
  'next mark': { key: 'ArrowDown', words: 'Mark after' },
  'delete mark': { key: 'Delete', words: 'Delete', long: 'Delete the mark' },
  suggest: { key: 'g', words: 'Suggest', long: 'Suggested count' },
  whole: { key: 'e', words: 'To the end', long: 'Counted to the end of the work' },
  compare: { key: 'v', words: 'Beside another clip' },
  remark: { key: 'r', words: 'Remark here' },
  line: { key: 'l', words: 'Line', long: 'Write the line' },
  counted: { key: 'Enter', words: 'Counted' },
  corrected: { key: 'c', words: 'Corrected' },
  again: { key: 'a', words: 'Again please' },
  'set aside': { key: 's', words: 'Set aside' },
  next: { key: 'n', words: 'Next' },
  previous: { key: 'p', words: 'Previous' },
  'take back': { key: 'u', words: 'Undo the last decision' },
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

const NAMES: Record<string, string> = { ' ': 'Space', ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', Delete: 'Del' };
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
