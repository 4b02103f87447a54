import { useDeferredValue, useMemo, useRef } from 'react';
import { movesOrWay } from '../../core/drills/filled-in.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Layout } from '../../core/layouts/layout.ts';
import { courseOver } from '../../core/moves/course-over.ts';
import { brokenInWords, brokenLaws } from '../../core/moves/laws.ts';
import { completions } from '../../core/moves/lexicon.ts';
import { phraseInSpanish } from '../../core/moves/lexicon-es.ts';
import { planMovement } from '../../core/moves/plan/index.ts';
import { MovesProblem } from '../../core/moves/problem.ts';
import { readMovement } from '../../core/moves/read.ts';
import { writeMovement } from '../../core/moves/write.ts';
import { language, t } from '../../core/text/translate.ts';
import { StageSoon } from '../../ui/notations/moves/StageSoon.tsx';
import { Button } from '../../ui/parts/index.ts';

interface Props {
  value: string;
  layout: Layout | null;
  /** What else the picture is made from. */
  drill: Pick<Drill, 'name' | 'sides' | 'pace'>;
  /** Drills whose moves can be taken over. */
  others: readonly { id: string; name: string; moves: { texts: string[] } | null }[];
  onChange(next: string): void;
}

/** Laws are looked at this often: often enough to see what is wrong, quick enough for every letter. */
const SECONDS = 1 / 60;
const SHOWN = 3;

/** What a beat is made of, in the order in which it is said; a tap adds the word. */
const WORDS = [
  ['right', 'left', 'other'],
  ['inside', 'outside', 'laces', 'sole', 'toe', 'thigh'],
  ['taps', 'pushes', 'pulls', 'rolls', 'stops', 'kicks up', 'steps over from the inside', 'passes to the wall'],
  ['forward', 'back', 'across', 'out', 'home', '*', 'and turn half right', 'again', 'again mirrored'],
] as const;

/** What is wrong with the words, or what looks wrong in the picture. */
function lookedAt(text: string, layout: Props['layout']): { line: number | null; sentence: string }[] {
  if (text.trim() === '') return [];
  try {
    const movement = readMovement(text);
    const plan = planMovement(movement, movement.stance.route ? courseOver(layout) : null);
    const seen = new Set<string>();
    return brokenLaws(plan, SECONDS)
      .map((one) => ({ line: null, sentence: brokenInWords(plan, one) }))
      .filter(({ sentence }) => !seen.has(sentence) && seen.add(sentence))
      .slice(0, SHOWN);
  } catch (error) {
    if (!(error instanceof MovesProblem)) throw error;
    return [{ line: error.line, sentence: error.message }];
  }
}

/** The word that is being written at the end of a text. */
const begun = (text: string) => /\p{L}+$/u.exec(text)?.[0] ?? '';

/** Words of the notation in the reader’s language, as they stand on a button and as it adds them. */
const said = (english: string): string => (language() === 'es' ? phraseInSpanish(english) : english);

/** The moves in their usual words, in the reader’s language; null where they cannot be read, or are said so already. */
function inUsualWords(text: string): string | null {
  try {
    const usual = writeMovement(readMovement(text), language() === 'es' ? 'es' : 'en');
    return usual === text.trim() ? null : usual;
  } catch {
    return null;
  }
}

/** A drill's movement in words, typed or tapped together; beside it the sheet shows it at every letter. */
export function MovesField({ value, layout, drill, others, onChange }: Props) {
  // A long route is planned and looked at behind the letters, never between two of them.
  const looked = useDeferredValue(movesOrWay(value, layout));
  const shown = useMemo(
    () => ({ ...drill, layout, moves: looked.trim() === '' ? null : { texts: [looked], free: false } }),
    [drill, layout, looked],
  );
  const field = useRef<HTMLTextAreaElement>(null);
  const wrong = useMemo(() => lookedAt(looked, layout), [looked, layout]);
  const usual = useMemo(() => inUsualWords(looked), [looked]);
  const word = begun(value);
  const offered = word.length > 1 ? completions(word).slice(0, 4) : [];
  const add = (next: string) => {
    const base = offered.includes(next) ? value.slice(0, value.length - word.length) : value;
    const newLine = next.startsWith(said('again')) && base.trim() !== '' && !base.endsWith('\n');
    const space = base === '' || /\s$/.test(base) ? '' : newLine ? '\n' : ' ';
    onChange(`${base}${space}${next}`);
    field.current?.focus();
  };
  const withMoves = others.filter((drill) => drill.moves);
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <div className="flex flex-col gap-2">
        <label className="flex flex-col gap-1 font-semibold">
          {t('Moves, a beat a line')}
          <textarea
            ref={field}
            rows={7}
            className="field w-full font-normal"
            value={value}
            aria-invalid={wrong.some((one) => one.line !== null) ? true : undefined}
            aria-describedby="moves-about"
            placeholder={t('ball between the feet\nright inside taps across *\nleft inside taps across *\nagain')}
            onChange={(event) => onChange(event.target.value)}
          />
        </label>
        <div id="moves-about" className="text-sm" role="status">
          {wrong.length === 0 && (
            <p className="text-dust">
              {t(
                'Say where the ball is, then what each foot does on each beat: foot, part, what it does, which way. A star ends a counted rep; “again” closes.',
              )}
            </p>
          )}
          {wrong.map(({ line, sentence }) => (
            <p key={sentence} className={line === null ? 'text-mustard' : 'text-stop'}>
              {line === null ? '' : t('Line {line}: ', { line })}
              {sentence}
            </p>
          ))}
        </div>
        {offered.length > 0 && (
          <div className="flex flex-wrap items-center gap-1">
            <span className="text-dust text-sm">{t('go on with')}</span>
            {offered.map((one) => (
              <Button key={one} size="tight" onClick={() => add(one)}>
                {one}
              </Button>
            ))}
          </div>
        )}
        <div className="flex flex-col gap-1">
          {WORDS.map((row) => (
            <div key={row[0]} className="flex flex-wrap gap-1" translate="no">
              {row.map((one) => (
                <Button key={one} size="tight" onClick={() => add(said(one))}>
                  {said(one)}
                </Button>
              ))}
            </div>
          ))}
          <div className="flex flex-wrap gap-1">
            <Button size="tight" onClick={() => onChange(`${value.trimEnd()}\n`)}>
              {t('next beat')}
            </Button>
            <Button
              size="tight"
              disabled={value.trim() === ''}
              onClick={() => onChange(value.trimEnd().split('\n').slice(0, -1).join('\n'))}
            >
              {t('take the last line away')}
            </Button>
            {usual !== null && (
              <Button size="tight" onClick={() => onChange(usual)}>
                {t('say it in the usual words')}
              </Button>
            )}
            <label className="flex items-center gap-2 text-sm">
              <span>{t('Copy the moves of')}</span>
              <select
                className="field max-w-52"
                value=""
                onChange={(event) => {
                  const moves = withMoves.find((drill) => drill.id === event.target.value)?.moves?.texts[0];
                  if (moves) onChange(language() === 'es' ? (inUsualWords(moves) ?? moves) : moves);
                }}
              >
                <option value="">{t('choose a drill')}</option>
                {withMoves.map((drill) => (
                  <option key={drill.id} value={drill.id}>
                    {drill.name}
                  </option>
                ))}
              </select>
            </label>
          </div>
        </div>
      </div>
      <div>
        <StageSoon drill={shown} />
      </div>
    </div>
  );
}
