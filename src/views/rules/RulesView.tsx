import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dayInWords } from '../../client/words.ts';
import type { Keeping } from '../../contract/operations.ts';
import { rulesApi as contract, LONG_BREAK_DAYS, type Rules } from '../../contract/rules.ts';
import { dayNumber } from '../../core/calendar/days.ts';
import { WEEKDAYS, weekdayInWords } from '../../core/calendar/weekdays.ts';
import { StreakRule } from '../../core/streaks/rules.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Dialog, Field, Fold, Notice } from '../../ui/parts/index.ts';
import { ChoicesBox } from './ChoicesBox.tsx';
import { KeepingBox } from './KeepingBox.tsx';
import { ChangesBox, MailBox, NameBox, type RuleBoxProps, SafetyBox, TablesRule, TimesBox, ZoneBox } from './RuleBoxes.tsx';
import { ThrowAwayBox } from './ThrowAwayBox.tsx';

const KINDS = ['every day', 'chosen weekdays', 'N sessions a week', 'N days a week'] as const;
const KIND_WORDS = {
  get 'every day'() {
    return t('Every day');
  },
  get 'chosen weekdays'() {
    return t('Chosen weekdays');
  },
  get 'N sessions a week'() {
    return t('So many sessions a week (two on one Saturday are two)');
  },
  get 'N days a week'() {
    return t('So many days a week (two sessions on one Saturday are one day)');
  },
} as const;

export function streakRuleInWords(rule: StreakRule): string {
  const free = 'freeDays' in rule && rule.freeDays > 0 ? t(', {freeDays} a week', { freeDays: plural(rule.freeDays, 'free day') }) : '';
  switch (rule.kind) {
    case 'every day':
      return t('every day{free}', { free });
    case 'chosen weekdays':
      return `${rule.weekdays.map((day) => weekdayInWords(day)).join(', ')}${free}`;
    case 'N sessions a week':
      return t('{sessions} a week', { sessions: plural(rule.n, 'session') });
    case 'N days a week':
      return t('{days} a week', { days: plural(rule.n, 'day') });
  }
}

interface Draft {
  kind: StreakRule['kind'];
  weekdays: number[];
  freeDays: string;
  n: string;
}

const draftOf = (rule: StreakRule | undefined): Draft => ({
  kind: rule?.kind ?? 'chosen weekdays',
  weekdays: rule?.kind === 'chosen weekdays' ? rule.weekdays : [1, 3, 6],
  freeDays: rule && 'freeDays' in rule ? String(rule.freeDays) : '1',
  n: rule && 'n' in rule ? String(rule.n) : '3',
});

function ruleOf({ kind, weekdays, freeDays, n }: Draft): unknown {
  const count = (text: string) => (text.trim() === '' ? Number.NaN : Number(text));
  if (kind === 'every day') return { kind, freeDays: count(freeDays) };
  if (kind === 'chosen weekdays') return { kind, weekdays: [...weekdays].sort((a, b) => a - b), freeDays: count(freeDays) };
  return { kind, n: count(n) };
}

function StreakBox({ rules, onRules, attempt }: RuleBoxProps) {
  const [draft, setDraft] = useState(() => draftOf(rules.streakRules.at(-1)?.rule));
  const [problem, setProblem] = useState<string | null>(null);
  const change = (next: Partial<Draft>) => setDraft((was) => ({ ...was, ...next }));
  const save = () => {
    const parsed = StreakRule.safeParse(ruleOf(draft));
    setProblem(parsed.success ? null : (parsed.error.issues[0]?.message ?? null));
    if (!parsed.success) return;
    void attempt(async () => onRules(await call(contract.setStreakRule, { squad: rules.squad.id }, { rule: parsed.data })));
  };
  const ruleNow = rules.streakRules.at(-1)?.rule;
  const daily = draft.kind === 'every day' || draft.kind === 'chosen weekdays';
  return (
    <Fold level={2} label={t('What keeps a streak')} heading={t('What keeps a streak?')} says={ruleNow && streakRuleInWords(ruleNow)}>
      <p className="text-dust text-sm">
        {t(
          'A new rule holds from today on; what was done before keeps the rule of its time. A change between days and weeks counts from the next Monday on. A training day ends at {dayEndsAt}:00 the next morning.',
          { dayEndsAt: rules.dayEndsAt },
        )}
      </p>
      <fieldset className="flex flex-col">
        <legend className="sr-only">{t('Kind of rule')}</legend>
        {KINDS.map((kind) => (
          <label key={kind} className="flex min-h-9 items-center gap-2">
            <input type="radio" name="kind" className="size-5 shrink-0" checked={draft.kind === kind} onChange={() => change({ kind })} />
            {KIND_WORDS[kind]}
          </label>
        ))}
      </fieldset>
      {draft.kind === 'chosen weekdays' && (
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
          <legend className="sr-only">{t('Weekdays')}</legend>
          {WEEKDAYS.map((day, i) => (
            <label key={day} className="flex min-h-9 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-5"
                checked={draft.weekdays.includes(i + 1)}
                onChange={(event) =>
                  change({ weekdays: event.target.checked ? [...draft.weekdays, i + 1] : draft.weekdays.filter((one) => one !== i + 1) })
                }
              />
              {weekdayInWords(i + 1)}
            </label>
          ))}
        </fieldset>
      )}
      <div className="max-w-40">
        {daily ? (
          <Field
            label={t('Free days a week')}
            inputMode="numeric"
            value={draft.freeDays}
            onChange={(event) => change({ freeDays: event.target.value })}
          />
        ) : (
          <Field label={t('How many')} inputMode="numeric" value={draft.n} onChange={(event) => change({ n: event.target.value })} />
        )}
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {rules.mayChange && (
        <Button look="main" className="self-start" onClick={save}>
          {t('Use this rule from today')}
        </Button>
      )}
      <h3>{t('So far')}</h3>
      <ul>
        {rules.streakRules.toReversed().map((one) => (
          <li key={one.from}>
            <span className="text-dust">{t('from {dayInWords}:', { dayInWords: dayInWords(one.from) })}</span> {streakRuleInWords(one.rule)}
          </li>
        ))}
      </ul>
    </Fold>
  );
}

/** The break that is on or comes next, in words. */
function nextBreak({ breaks, today }: Rules): string {
  const [next] = breaks.filter((one) => one.to >= today).sort((a, b) => (a.from < b.from ? -1 : 1));
  if (!next) return t('no break ahead');
  return t('{title}, {dayInWords} to {dayInWords2}', {
    title: next.title || 'a break',
    dayInWords: dayInWords(next.from),
    dayInWords2: dayInWords(next.to),
  });
}

function BreaksBox({ rules, onRules, attempt }: RuleBoxProps) {
  const [title, setTitle] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [asking, setAsking] = useState(false);
  const days = from && to ? dayNumber(to) - dayNumber(from) + 1 : 0;
  const add = (long = false) =>
    attempt(async () => {
      if (days >= LONG_BREAK_DAYS && !long) return setAsking(true);
      setAsking(false);
      onRules(await call(contract.putBreak, { squad: rules.squad.id, break: uuid() }, { title, from, to, ...(long ? { long } : {}) }));
      setTitle('');
      setFrom('');
      setTo('');
    });
  return (
    <Fold level={2} label={t('Breaks')} heading={t('When is the squad away?')} says={nextBreak(rules)}>
      <p className="text-dust text-sm">{t('Holidays: nothing in them breaks a streak, and nothing done in them is lost.')}</p>
      <ul className="flex flex-col gap-1">
        {rules.breaks.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center justify-between gap-2">
            <span>
              {one.title}{' '}
              <span className="text-dust">
                {t('{dayInWords} to {dayInWords2}', { dayInWords: dayInWords(one.from), dayInWords2: dayInWords(one.to) })}
              </span>
            </span>
            <Button
              size="tight"
              look="stop"
              disabled={!rules.mayChange}
              onClick={() => void attempt(async () => onRules(await call(contract.dropBreak, { squad: rules.squad.id, break: one.id })))}
            >
              {t('Take away')}
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <Field label={t('Name')} value={title} onChange={(event) => setTitle(event.target.value)} />
        <Field label={t('First day')} type="date" value={from} onChange={(event) => setFrom(event.target.value)} />
        <Field label={t('Last day')} type="date" value={to} onChange={(event) => setTo(event.target.value)} />
        <Button disabled={!rules.mayChange || from === '' || to === ''} onClick={() => void add()}>
          {t('Add the break')}
        </Button>
      </div>
      {asking && (
        <Dialog label={t('A break of more than eight weeks?')} onClose={() => setAsking(false)}>
          <p>
            {t('From {dayInWords} to {dayInWords2} are {days}. Nothing in them breaks a streak, and no session is missed.', {
              dayInWords: dayInWords(from),
              dayInWords2: dayInWords(to),
              days: plural(days, 'day'),
            })}
          </p>
          <Button look="main" className="self-start" onClick={() => void add(true)}>
            {t('Yes, it is that long')}
          </Button>
        </Dialog>
      )}
    </Fold>
  );
}

/** Rules: streaks, tables, breaks, heading, clips, times, mail, name and zone, every change, and how the house is kept. */
export const RulesView = guarded(function RulesView({ rules: first, kept }: { rules: Rules; kept: Keeping | null }) {
  const [rules, setRules] = useState(first);
  const { problem, done, attempt } = useAttempt();
  const shared = { rules, onRules: setRules, attempt };
  return (
    <div className="flex max-w-4xl flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1>{t('Rules')}</h1>
        <span role="status" className="text-dust">
          {done ? t('Saved') : ''}
        </span>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {!rules.mayChange && <Notice>{t('You are an assistant here: the head coach changes the rules.')}</Notice>}
      {rules.mayChange && <ChoicesBox squad={rules.squad.id} first={rules.choices} />}
      <StreakBox {...shared} />
      <BreaksBox {...shared} />
      <TablesRule {...shared} />
      <SafetyBox {...shared} />
      <MailBox {...shared} />
      <TimesBox {...shared} />
      <NameBox {...shared} />
      <ZoneBox {...shared} />
      <ChangesBox rules={rules} />
      {kept && <KeepingBox kept={kept} timeZone={rules.squad.timeZone} />}
      <ThrowAwayBox rules={rules} />
      <p className="text-dust text-sm">
        {t('Levels are set for each player at')}{' '}
        <a className="underline" href={`/coach/${rules.squad.id}/squad/people`}>
          {t('People')}
        </a>
        {t(', the figures of doubts at Review.')}
      </p>
    </div>
  );
});
