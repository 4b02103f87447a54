import { X } from 'lucide-react';
import { type RefObject, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { number } from '../../client/words.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import { Decide, type ReviewItem } from '../../contract/review.ts';
import type { Verdict as VerdictName } from '../../core/scores/standing.ts';
import { LANGUAGE_CODES, LANGUAGES, type LanguageCode } from '../../core/text/languages.ts';
import { language, t } from '../../core/text/translate.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';
import type { CountOnBench } from './ClipBench.tsx';
import { Key, KeyButton } from './KeyButton.tsx';
import { type KeyHandlers, type KeyMap, keepFocus } from './keys.ts';
import type { BenchPlace } from './places.ts';
import { Spoken } from './Spoken.tsx';

interface Props {
  item: ReviewItem;
  bench: BenchItem | null;
  squad: string;
  keys: KeyMap;
  place: BenchPlace;
  handlers: { current: KeyHandlers };
  counted: CountOnBench;
  reasonField: RefObject<HTMLInputElement | null>;
  onPlace(change: Partial<BenchPlace>): void;
  attempt(work: () => Promise<void>): void;
  onBench(bench: BenchItem): void;
  onDecide(decision: Decide): void;
}

const CUES_MAX = 3;

/** Cues to send back, the most used first, each with its digit; the coaches' own can be added and dropped. */
function Cues({
  bench,
  squad,
  cues,
  onToggle,
  attempt,
  onBench,
}: Pick<Props, 'squad' | 'attempt' | 'onBench'> & { bench: BenchItem; cues: string[]; onToggle(cue: string): void }) {
  const [own, setOwn] = useState('');
  const { item, chips } = bench;
  const add = () =>
    attempt(async () => {
      const text = own.trim();
      if (!text) return;
      const chip = await call(benchContract.keepCue, { squad }, { id: uuid(), drillId: item.drill.id, text });
      onBench({ ...bench, chips: [...chips, chip] });
      setOwn('');
      onToggle(text);
    });
  const drop = (id: string) =>
    attempt(async () => {
      await call(benchContract.dropCue, { squad, cue: id });
      onBench({ ...bench, chips: chips.filter((chip) => chip.own !== id) });
    });
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 font-semibold">{t('Cues to send back (up to three)')}</legend>
      <div className="flex flex-wrap gap-1.5">
        {chips.map(({ text, own: ownId }, i) => (
          <span key={text} className="inline-flex">
            <Button
              size="small"
              aria-pressed={cues.includes(text)}
              look={cues.includes(text) ? 'main' : 'plain'}
              className="text-start"
              {...keepFocus}
              onClick={() => onToggle(text)}
            >
              {i < 9 && <Key name={String(i + 1)} />} {text}
            </Button>
            {ownId && (
              <button
                type="button"
                aria-label={t('No longer offer “{text}”', { text })}
                className="px-1 text-dust"
                onClick={() => drop(ownId)}
              >
                <X aria-hidden className="size-4" />
              </button>
            )}
          </span>
        ))}
      </div>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Field
          label={t('A cue of your own')}
          className="flex-1"
          value={own}
          maxLength={200}
          onChange={(event) => setOwn(event.target.value)}
        />
        <Button type="submit" size="small" disabled={own.trim() === ''}>
          {t('Add')}
        </Button>
      </form>
    </fieldset>
  );
}

/** The line once more, in another language: at hand where the family reads that, else behind its heading. */
function LineAlso({
  language,
  why,
  text,
  problem,
  onText,
}: {
  language: LanguageCode;
  why: string | null;
  text: string;
  problem: string | undefined;
  onText(text: string): void;
}) {
  const [open] = useState(why !== null || text !== '');
  return (
    <details open={open}>
      <summary className="min-h-11 content-center text-sm">
        {t('The line in {language} too', { language: LANGUAGES[language].name })} {why && <span className="text-dust">{why}</span>}
      </summary>
      <textarea
        lang={language}
        className="field min-h-14 w-full"
        aria-label={t('The line in {language} too', { language: LANGUAGES[language].name })}
        aria-invalid={problem ? true : undefined}
        value={text}
        maxLength={400}
        onChange={(event) => onText(event.target.value)}
      />
      {problem && (
        <p role="alert" className="text-sm text-stop">
          {problem}
        </p>
      )}
    </details>
  );
}

/** What the coach decides of a score: one of four verdicts, with a line, cues, remarks and a spoken line for the player. */
export function VerdictBox(props: Props) {
  const { item, bench, squad, keys, place, handlers, counted, reasonField, onPlace, attempt, onBench, onDecide } = props;
  const [line, setLine] = useState(place.line);
  const [also, setAlso] = useState(place.also);
  const other = bench?.familyReads ?? LANGUAGE_CODES.find((one) => one !== language()) ?? null;
  const [cues, setCues] = useState<string[]>(place.cues);
  const [typed, setTyped] = useState(place.typed);
  const [reason, setReason] = useState(place.reason);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const lineField = useRef<HTMLTextAreaElement>(null);

  const toggle = (cue: string) => {
    const next = cues.includes(cue) ? cues.filter((one) => one !== cue) : cues.length < CUES_MAX ? [...cues, cue] : cues;
    setCues(next);
    onPlace({ cues: next });
  };
  const decide = (verdict: VerdictName) => {
    const byMarks = typed.trim() === '' && counted.value !== null;
    const parsed = Decide.safeParse({
      id: uuid(),
      verdict,
      value: verdict !== 'corrected' ? null : byMarks ? counted.value : typed.trim() === '' ? null : Number(typed),
      marks: verdict === 'corrected' && byMarks ? counted.marks : null,
      reason: verdict === 'set aside' ? reason.trim() || null : null,
      line: line.trim() || null,
      also: other && also.trim() ? { language: other, text: also.trim() } : null,
      cues,
      tookSeconds: null,
    });
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [String(issue.path[0]), issue.message])));
    if (parsed.success) onDecide(parsed.data);
    else if (verdict === 'set aside') reasonField.current?.focus();
  };
  Object.assign(handlers.current, {
    line: () => lineField.current?.focus(),
    counted: () => item.value !== null && decide('counted'),
    corrected: () => decide('corrected'),
    again: () => decide('again please'),
    'set aside': () => decide('set aside'),
    cue: (n: number) => {
      const chip = bench?.chips[n - 1];
      if (chip) toggle(chip.text);
    },
  } satisfies KeyHandlers);
  const recount = counted.value;
  return (
    <section className="slab flex flex-col gap-3 p-3" aria-label={t('Your decision')}>
      {problems.verdict && <Notice tone="stop">{problems.verdict}</Notice>}
      <div className="grid grid-cols-2 gap-2">
        <KeyButton
          act="counted"
          keys={keys}
          look="main"
          size="small"
          className="min-h-11"
          disabled={item.value === null}
          onClick={() => decide('counted')}
        />
        <KeyButton
          act="corrected"
          keys={keys}
          size="small"
          className="min-h-11"
          words={recount !== null && typed.trim() === '' ? t('Corrected to {recount}', { recount: number(recount) }) : t('Corrected')}
          onClick={() => decide('corrected')}
        />
        <KeyButton act="again" keys={keys} size="small" className="min-h-11" onClick={() => decide('again please')} />
        <KeyButton act="set aside" keys={keys} size="small" className="min-h-11" onClick={() => decide('set aside')} />
      </div>
      {problems.cues && (
        <p role="alert" className="text-sm text-stop">
          {problems.cues}
        </p>
      )}
      {bench && <Cues bench={bench} squad={squad} cues={cues} onToggle={toggle} attempt={attempt} onBench={onBench} />}
      <label className="flex flex-col gap-1">
        <span className="font-semibold">
          <Key name={keys.line} /> {t('A line to {nickname}', { nickname: item.player.nickname })}{' '}
          <span className="font-normal text-dust text-sm">{t('Ctrl Enter: counted')}</span>
        </span>
        <textarea
          ref={lineField}
          className="field min-h-14"
          value={line}
          maxLength={400}
          onChange={(event) => {
            setLine(event.target.value);
            onPlace({ line: event.target.value });
          }}
          onKeyDown={(event) => {
            if (event.key === 'Escape') event.currentTarget.blur();
            if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || event.repeat || item.value === null) return;
            event.preventDefault();
            decide('counted');
          }}
        />
      </label>
      {other && (
        <LineAlso
          key={bench?.familyReads ?? 'at hand'}
          language={other}
          why={
            bench?.familyReads
              ? t('{nickname}’s family reads {language}.', { nickname: item.player.nickname, language: LANGUAGES[other].name })
              : null
          }
          text={also}
          problem={problems.also ?? problems.line}
          onText={(text) => {
            setAlso(text);
            onPlace({ also: text });
          }}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        <Field
          label={t('Typed recount')}
          inputMode="decimal"
          value={typed}
          problem={problems.value}
          onChange={(event) => {
            setTyped(event.target.value);
            onPlace({ typed: event.target.value });
          }}
        />
        <div className="flex flex-col gap-1">
          <label htmlFor="set-aside-reason" className="font-semibold">
            {t('Reason to set aside')}
          </label>
          <input
            id="set-aside-reason"
            ref={reasonField}
            className="field w-full"
            value={reason}
            maxLength={200}
            aria-invalid={problems.reason ? true : undefined}
            onChange={(event) => {
              setReason(event.target.value);
              onPlace({ reason: event.target.value });
            }}
            onKeyDown={(event) => {
              if (event.key === 'Escape') event.currentTarget.blur();
              if (event.key === 'Enter' && !event.repeat) decide('set aside');
            }}
          />
          {problems.reason && <span className="text-sm text-stop">{problems.reason}</span>}
        </div>
      </div>
      {bench && <Spoken bench={bench} onBench={onBench} />}
    </section>
  );
}
