import { useState } from 'react';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { lettersApi, type PostChoices } from '../../contract/letters.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';

interface Props {
  first: PostChoices;
  /** What the summaries are, for who reads this. */
  summaries: string;
  /** Coaches get no reminders. */
  reminders: boolean;
}

const HOURS = [
  ['from', english('No mail from (hour)')],
  ['to', english('until (hour)')],
  ['perDay', english('Mails a day at most')],
] as const;

/** What somebody wants mailed, and when not. */
export function PostChoicesBox({ first, summaries, reminders }: Props) {
  const [choices, setChoices] = useState(first);
  const [hours, setHours] = useState({ from: String(first.quietFrom), to: String(first.quietTo), perDay: String(first.mailsPerDay) });
  const { problem, said, attempt } = useAttempt();
  const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text));
  const save = () =>
    attempt(async () => {
      const given = { ...choices, quietFrom: number(hours.from), quietTo: number(hours.to), mailsPerDay: number(hours.perDay) };
      const parsed = lettersApi.choices.body.safeParse(given);
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      setChoices(await call(lettersApi.choices, {}, parsed.data));
      return t('Saved');
    });
  const tick = (name: 'summaries' | 'reminders', words: string) => (
    <label className="flex min-h-12 items-center gap-2">
      <input
        type="checkbox"
        className="size-6 shrink-0"
        checked={choices[name]}
        onChange={(event) => setChoices({ ...choices, [name]: event.target.checked })}
      />
      {words}
    </label>
  );
  return (
    <div className="flex flex-col gap-3">
      {tick('summaries', summaries)}
      {reminders && tick('reminders', t('Reminders: a session of today, a new week, a row about to end, one more go'))}
      <div className="flex flex-wrap items-end gap-3">
        {HOURS.map(([name, label]) => (
          <Field
            key={name}
            label={term(label)}
            className="w-44"
            inputMode="numeric"
            value={hours[name]}
            onChange={(event) => setHours({ ...hours, [name]: event.target.value })}
          />
        ))}
        <Button onClick={() => void save()}>{t('Save')}</Button>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
    </div>
  );
}
