import { useId, useMemo, useRef, useState } from 'react';
import { layOut, UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import { routeInWords } from '../../core/layouts/route-words.ts';
import { LayoutProblem } from '../../core/layouts/types.ts';
import { ZONE_FEET } from '../../core/layouts/zones.ts';
import { t, term } from '../../core/text/translate.ts';
import { Yard } from '../../ui/notations/index.ts';
import { Button } from '../../ui/parts/index.ts';

interface Texts {
  moves: string;
  route: string;
}

interface Props {
  value: Texts;
  onChange(next: Texts): void;
}

function readLayout(value: Texts) {
  try {
    return { ...layOut(value), problem: null };
  } catch (error) {
    if (!(error instanceof LayoutProblem)) throw error;
    // What stands before the wrong move can still be drawn.
    let sound = null;
    try {
      sound = layOut({
        moves: error.text === 'moves' ? value.moves.slice(0, error.span.from).replace(/[;,\s]+$/, '') : value.moves,
        route: '',
      });
    } catch {
      sound = null;
    }
    return { placed: sound?.placed ?? null, route: null, problem: error };
  }
}

/** The text with the wrong piece of it marked. */
function Marked({ text, problem }: { text: string; problem: LayoutProblem }) {
  const { from, to } = problem.span;
  return (
    <div className="text-sm text-stop" role="alert">
      <p className="whitespace-pre-wrap rounded-sm bg-ground px-2 py-1 text-dust">
        {text.slice(0, from)}
        <mark className="bg-transparent font-bold text-stop underline decoration-wavy">{text.slice(from, to) || '…'}</mark>
        {text.slice(to)}
      </p>
      {problem.text === 'moves' ? t('Move') : t('Part')} {problem.move + 1}: {problem.message}
    </div>
  );
}

const WAYS = ['forward', 'back', 'left', 'right'] as const;

/** A layout typed or tapped together, move by move, with the drawing beside it. A wrong move is pointed at. */
export function LayoutEditor({ value, onChange }: Props) {
  const id = useId();
  const moves = useRef<HTMLTextAreaElement>(null);
  const [steps, setSteps] = useState(5);
  const read = useMemo(() => readLayout(value), [value]);
  const cones = read.placed?.cones.length ?? 0;
  const say = (words: string) => {
    const had = value.moves.trim().replace(/[;,]$/, '');
    onChange({ ...value, moves: had ? `${had}; ${words}` : words });
  };
  const { problem } = read;
  return (
    <div className="grid gap-3 md:grid-cols-2">
      <div className="flex flex-col gap-2">
        <label htmlFor={`${id}-moves`} className="font-semibold">
          {t('Moves, as you say them aloud')}
        </label>
        <textarea
          id={`${id}-moves`}
          ref={moves}
          className="field min-h-28 w-full"
          value={value.moves}
          aria-invalid={problem?.text === 'moves' || undefined}
          onChange={(event) => onChange({ ...value, moves: event.target.value })}
        />
        {problem?.text === 'moves' && <Marked text={value.moves} problem={problem} />}
        <fieldset className="flex flex-wrap items-center gap-1.5">
          <legend className="text-dust text-sm">{t('or tap them together')}</legend>
          <Button size="small" onClick={() => say('put a cone')}>
            {t('Put a cone')}
          </Button>
          <input
            className="field min-h-9 w-16 text-end"
            type="number"
            min={1}
            max={60}
            aria-label={t('Steps')}
            value={steps}
            onChange={(event) => setSteps(Number(event.target.value))}
          />
          {WAYS.map((way) => (
            <Button key={way} size="small" onClick={() => say(`${steps} ${way}`)}>
              {term(way)}
            </Button>
          ))}
          {Array.from({ length: Math.min(cones, 12) }, (_, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: cones are told apart by their number alone.
            <Button key={i} size="small" onClick={() => say(t('back to cone {i}', { i: i + 1 }))}>
              {t('to {i}', { i: i + 1 })}
            </Button>
          ))}
          <Button size="small" onClick={() => say('gate 1 wide')}>
            {t('Gate')}
          </Button>
          <Button size="small" onClick={() => say('wall 3 wide')}>
            {t('Wall')}
          </Button>
          <Button size="small" onClick={() => say('goal 1 wide')}>
            {t('Goal')}
          </Button>
          <Button size="small" onClick={() => onChange({ ...value, moves: value.moves.replace(/[;,\n]?[^;,\n]*$/, '') })}>
            {t('Take back the last')}
          </Button>
        </fieldset>
        <label htmlFor={`${id}-route`} className="font-semibold">
          {t('Way over it (may stay empty)')}
        </label>
        <textarea
          id={`${id}-route`}
          className="field min-h-20 w-full"
          value={value.route}
          placeholder={t('from 1; run to 2; shuffle to 3; dribble to 4; run through gate; back mirrored')}
          aria-invalid={problem?.text === 'route' || undefined}
          aria-describedby={`${id}-way`}
          onChange={(event) => onChange({ ...value, route: event.target.value })}
        />
        {problem?.text === 'route' && <Marked text={value.route} problem={problem} />}
        <p id={`${id}-way`} className="text-dust text-sm">
          {t('It may say what the feet do: “taps from 1 to 3; sole taps to 5; back the same way backwards”. They are: {zoneFeet}.', {
            zoneFeet: ZONE_FEET.join(', '),
          })}
        </p>
      </div>
      <div>
        {read.placed ? (
          <Yard
            placed={read.placed}
            route={read.route}
            step={UNKNOWN_STEP}
            width={360}
            height={320}
            here={read.placed.stands.at(-1)}
            summary={t('The layout so far: {cones} cones', { cones })}
          />
        ) : (
          <p className="text-dust">{t('The drawing appears with the first cone.')}</p>
        )}
        {read.route && (
          <p className="text-dust text-sm">
            {t('{routeInWords}. {stepsOut} steps one way, {stepsPerSet} a set. {backInWords}', {
              routeInWords: routeInWords(read.route).join(' → '),
              stepsOut: Math.round(read.route.stepsOut * 10) / 10,
              stepsPerSet: Math.round(read.route.stepsPerSet * 10) / 10,
              backInWords: read.route.backInWords,
            })}
          </p>
        )}
      </div>
    </div>
  );
}
