import { useState } from 'react';
import { call } from '../../client/client.ts';
import type { useAttempt } from '../../client/use-attempt.ts';
import { hourInWords, whenInWords } from '../../client/words.ts';
import { rulesApi as contract, RuleFigures, type Rules } from '../../contract/rules.ts';
import { TABLE_SCHOOLS, TABLES_FROM_AGE, type TableSchool } from '../../core/tables/index.ts';
import { LANGUAGE_CODES, LANGUAGES, type LanguageCode } from '../../core/text/languages.ts';
import { english, plural, t, term } from '../../core/text/translate.ts';
import { Button, Field, Fold, Notice } from '../../ui/parts/index.ts';
import { ZoneField } from '../squads/ZoneField.tsx';

export interface RuleBoxProps {
  rules: Rules;
  onRules(next: Rules): void;
  attempt: ReturnType<typeof useAttempt>['attempt'];
}

const numberOf = (text: string) => (text.trim() === '' ? Number.NaN : Number(text));

/** Figures of the rules as they are typed; saved together, and a wrong one is named. */
function useFigures<K extends keyof RuleFigures>({ rules, onRules, attempt }: RuleBoxProps, names: readonly K[]) {
  const [typed, setTyped] = useState(
    () => Object.fromEntries(names.map((name) => [name, String(rules.figures[name] ?? '')])) as Record<K, string>,
  );
  const [problems, setProblems] = useState<Record<string, string>>({});
  const field = (name: K) => ({
    value: typed[name],
    problem: problems[name],
    readOnly: !rules.mayChange,
    onChange: (event: { target: { value: string } }) => setTyped((was) => ({ ...was, [name]: event.target.value })),
  });
  const save = (given: Partial<RuleFigures>) => {
    const parsed = RuleFigures.partial().safeParse(given);
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [String(issue.path[0]), issue.message])));
    if (parsed.success) void attempt(async () => onRules(await call(contract.setFigures, { squad: rules.squad.id }, parsed.data)));
  };
  return { typed, field, save };
}

/** Heading and clips: what protects children, with what is usual at this age. */
export function SafetyBox(shared: RuleBoxProps) {
  const { rules } = shared;
  const { typed, field, save } = useFigures(shared, ['headingAge', 'headersMax', 'clipDays']);
  const { usual, figures } = rules;
  const lower = usual !== null && figures.headingAge < usual.headingAge;
  return (
    <Fold
      level={2}
      label={t('Heading and clips')}
      heading={t('Who may head the ball, and how long are clips kept?')}
      says={t('heading from {headingAge}, clips {days}', { headingAge: figures.headingAge, days: plural(figures.clipDays, 'day') })}
      open={lower}
    >
      <p className="text-dust text-sm">
        {t(
          'Below the heading age no drill with heading can be planned, copied or shown. Your local rules and a doctor’s word go first. Clips are deleted by themselves after so many days.',
        )}
        {usual &&
          t(' Usual at this age: heading from {headingAge}, {headersMax} headers a week, clips for {clipDays} days.', {
            headingAge: usual.headingAge,
            headersMax: usual.headersMax,
            clipDays: usual.clipDays,
          })}
      </p>
      {lower && <Notice tone="look">{t('Heading is allowed earlier than usual here. Make sure that your local rules allow it.')}</Notice>}
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label={t('Heading from age')} inputMode="numeric" {...field('headingAge')} />
        <Field label={t('Headers a week')} inputMode="numeric" {...field('headersMax')} />
        <Field label={t('Clips kept, days')} inputMode="numeric" {...field('clipDays')} />
      </div>
      {rules.mayChange && (
        <Button
          className="self-start"
          onClick={() =>
            save({ headingAge: numberOf(typed.headingAge), headersMax: numberOf(typed.headersMax), clipDays: numberOf(typed.clipDays) })
          }
        >
          {t('Save heading and clips')}
        </Button>
      )}
    </Fold>
  );
}

const TABLE_WORDS: Record<TableSchool, string> = {
  get off() {
    return t('Off: everybody sees the own numbers only');
  },
  get improvement() {
    return t('Improvement: by how much each got better than in the last four weeks, so that everybody can lead');
  },
  get scores() {
    return t('Scores: by the best clocked number that counts');
  },
};

/** The same in a word or two. */
const TABLE_SAYS: Record<TableSchool, string> = {
  off: 'nobody',
  get improvement() {
    return t('by who got better');
  },
  get scores() {
    return t('by the best numbers');
  },
};

export function TablesRule({ rules, onRules, attempt }: RuleBoxProps) {
  const young = rules.age !== null && rules.age < TABLES_FROM_AGE;
  return (
    <Fold level={2} label={t('Tables')} heading={t('Who is compared with whom?')} says={TABLE_SAYS[rules.tableSchool]}>
      <p className="text-dust text-sm">
        {t('Nicknames only, the upper half only, never a last place. A guardian can remove a child.')}
        {young &&
          t(' The squad is about {age}: under {tablesFromAge} tables are best left off.', {
            age: rules.age,
            tablesFromAge: TABLES_FROM_AGE,
          })}
      </p>
      <fieldset disabled={!rules.mayChange}>
        <legend className="sr-only">{t('Tables')}</legend>
        {TABLE_SCHOOLS.map((school) => (
          <label key={school} className="flex min-h-9 items-center gap-2">
            <input
              type="radio"
              name="tables"
              className="size-5 shrink-0"
              checked={rules.tableSchool === school}
              onChange={() => {
                onRules({ ...rules, tableSchool: school });
                void attempt(async () => onRules(await call(contract.setTables, { squad: rules.squad.id }, { tableSchool: school }))).then(
                  (saved) => saved || onRules(rules),
                );
              }}
            />
            {TABLE_WORDS[school]}
          </label>
        ))}
      </fieldset>
    </Fold>
  );
}

const TIME_FIELDS = [
  ['leadIn', english('Lead-in')],
  ['leadInFirstOfBlock', english('Lead-in, first of a block')],
  ['switch', english('Switch of feet')],
  ['turnRound', english('Turn-round')],
  ['scoring', english('Saying a number')],
  ['walkBack', english('Back in place after a number (0: when the player says ready)')],
] as const;

/** Lengths of the run sheet, in seconds; an empty field is as usual. */
export function TimesBox({ rules, onRules, attempt }: RuleBoxProps) {
  const [typed, setTyped] = useState(() =>
    Object.fromEntries(
      TIME_FIELDS.map(([name]) => [name, rules.figures.times?.[name] === undefined ? '' : String(rules.figures.times[name])]),
    ),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const save = () => {
    const set = TIME_FIELDS.flatMap(([name]) => (typed[name]?.trim() ? [[name, Number(typed[name])]] : []));
    const parsed = RuleFigures.shape.times.safeParse(set.length > 0 ? Object.fromEntries(set) : null);
    setProblem(parsed.success ? null : (parsed.error.issues[0]?.message ?? null));
    if (parsed.success)
      void attempt(async () => onRules(await call(contract.setFigures, { squad: rules.squad.id }, { times: parsed.data })));
  };
  return (
    <Fold
      level={2}
      label={t('Times of the clock')}
      heading={t('How long are the pauses of the clock?')}
      says={rules.figures.times ? t('set by this squad') : t('as usual')}
    >
      <p className="text-dust text-sm">
        {t('In seconds, from the next release on. Left empty, a time is as usual. The lead-in cannot be switched off.')}
      </p>
      <div className="grid gap-3 sm:grid-cols-2">
        {TIME_FIELDS.map(([name, label]) => (
          <Field
            key={name}
            label={term(label)}
            inputMode="numeric"
            placeholder={String(rules.usualTimes[name])}
            value={typed[name] ?? ''}
            readOnly={!rules.mayChange}
            onChange={(event) => setTyped((was) => ({ ...was, [name]: event.target.value }))}
          />
        ))}
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {rules.mayChange && (
        <Button className="self-start" onClick={save}>
          {t('Save the times')}
        </Button>
      )}
    </Fold>
  );
}

/** When families get no mail, and how many a day. */
export function MailBox(shared: RuleBoxProps) {
  const { rules } = shared;
  const { typed, field, save } = useFigures(shared, ['quietFrom', 'quietTo', 'mailsPerDay']);
  return (
    <Fold
      level={2}
      label={t('Mail to families')}
      heading={t('When do families get mail?')}
      says={t('not from {hourInWords} to {hourInWords2}, {mailsPerDay} a day', {
        hourInWords: hourInWords(rules.figures.quietFrom),
        hourInWords2: hourInWords(rules.figures.quietTo),
        mailsPerDay: rules.figures.mailsPerDay,
      })}
    >
      <p className="text-dust text-sm">
        {t('Only where a guardian said yes to mail; each can set other hours. What does not fit into the day stays on the family’s page.')}
      </p>
      <label className="flex min-h-9 items-center gap-2">
        <input
          type="checkbox"
          className="size-5"
          disabled={!rules.mayChange}
          checked={rules.figures.reminders}
          onChange={(event) => save({ reminders: event.target.checked })}
        />
        {t('Remind families of a session of today, a new week, a row about to end, one more go')}
      </label>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label={t('No mail from (hour)')} inputMode="numeric" {...field('quietFrom')} />
        <Field label={t('until (hour)')} inputMode="numeric" {...field('quietTo')} />
        <Field label={t('Mails a day')} inputMode="numeric" {...field('mailsPerDay')} />
      </div>
      {rules.mayChange && (
        <Button
          className="self-start"
          onClick={() =>
            save({ quietFrom: numberOf(typed.quietFrom), quietTo: numberOf(typed.quietTo), mailsPerDay: numberOf(typed.mailsPerDay) })
          }
        >
          {t('Save the hours')}
        </Button>
      )}
    </Fold>
  );
}

export function ZoneBox({ rules, onRules, attempt }: RuleBoxProps) {
  const [zone, setZone] = useState(rules.squad.timeZone);
  return (
    <Fold level={2} label={t('Time zone')} heading={t('Where does the squad train?')} says={rules.squad.timeZone}>
      <p className="text-dust text-sm">{t('Days that were trained keep their date; from now on days begin and end by this zone.')}</p>
      <div className="flex flex-wrap items-end gap-3">
        <ZoneField value={zone} readOnly={!rules.mayChange} onChange={(event) => setZone(event.target.value)} />
        <Button
          disabled={!rules.mayChange || zone === rules.squad.timeZone}
          onClick={() => void attempt(async () => onRules(await call(contract.setZone, { squad: rules.squad.id }, { timeZone: zone })))}
        >
          {t('Move the squad')}
        </Button>
      </div>
    </Fold>
  );
}

/** Name, town and code of the squad. */
export function NameBox(shared: RuleBoxProps) {
  const { rules, onRules, attempt } = shared;
  const { typed, field, save } = useFigures(shared, ['name', 'town']);
  return (
    <Fold
      level={2}
      label={t('Name and code')}
      heading={t('What is the squad called, and what is its code?')}
      says={`${rules.squad.name}, ${rules.squad.code}`}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field label={t('Name of the squad')} {...field('name')} />
        <Field label={t('Town')} {...field('town')} />
        {rules.mayChange && <Button onClick={() => save({ name: typed.name, town: typed.town })}>{t('Save the name')}</Button>}
      </div>
      <label className="flex flex-wrap items-center gap-2">
        {t('Letters to families are in')}
        <select
          className="field min-h-9"
          disabled={!rules.mayChange}
          value={rules.figures.language}
          onChange={(event) => save({ language: event.target.value as LanguageCode })}
        >
          {LANGUAGE_CODES.map((code) => (
            <option key={code} value={code} lang={code}>
              {LANGUAGES[code].name}
            </option>
          ))}
        </select>
        <span className="text-dust text-sm">{t('until a family chooses another.')}</span>
      </label>
      <p>
        {t('Squad code:')} <strong className="font-display text-xl">{rules.squad.code}</strong>{' '}
        <span className="text-dust text-sm">{t('With a new one the old code signs nobody in any more; who is signed in stays so.')}</span>
      </p>
      {rules.mayChange && (
        <Button
          className="self-start"
          onClick={() => void attempt(async () => onRules(await call(contract.newCode, { squad: rules.squad.id }, {})))}
        >
          {t('Make a new code')}
        </Button>
      )}
    </Fold>
  );
}

/** Every change of the rules, newest first. */
export function ChangesBox({ rules }: { rules: Rules }) {
  return (
    <Fold
      level={2}
      label={t('Changes of the rules')}
      heading={t('Who changed a rule?')}
      says={rules.changes[0] ? whenInWords(rules.changes[0].at, rules.squad.timeZone) : t('nobody yet')}
    >
      {rules.changes.length === 0 && <p className="text-dust">{t('None so far.')}</p>}
      <ul className="flex flex-col gap-1 text-sm">
        {rules.changes.map((one) => (
          <li key={one.id}>
            <span className="text-dust">
              {whenInWords(one.at, rules.squad.timeZone)}, {one.by}:
            </span>{' '}
            {term(one.rule)}, {one.before} → {one.after}
          </li>
        ))}
      </ul>
    </Fold>
  );
}
