import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, ServerProblem, sentenceOf } from '../../client/client.ts';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { LetterWritten, lettersApi } from '../../contract/letters.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Dialog, Field, Notice } from '../../ui/parts/index.ts';

/** Under this name, by squad, stands a letter that was not sent yet. */
const LETTERS_HERE = 'eager-feet.letter.';

export interface Reached {
  id: string;
  nickname: string;
  /** How many grown-ups get a letter about the player; undefined where that is not known here. */
  guardians?: number;
}

interface Props {
  squad: string;
  players: readonly Reached[];
  /** Words to begin with; a letter that was begun before and not sent goes before them where there are none. */
  words?: { subject: string; text: string };
  onClose(): void;
  onSent(said: string): void;
}

/** A letter to the families of some players or of all. What was typed stays on this device until it is sent. */
export function WriteDialog({ squad, players, words, onClose, onSent }: Props) {
  const name = LETTERS_HERE + squad;
  const [letter, setLetter] = useState<{ subject: string; text: string }>(() => {
    const kept = LetterWritten.pick({ subject: true, text: true }).partial().safeParse(keptHere(name));
    return words ?? { subject: kept.data?.subject ?? '', text: kept.data?.text ?? '' };
  });
  const [id] = useState(() => uuid());
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(players.map((one) => one.id)));
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const all = chosen.size === players.length;
  const write = (change: Partial<typeof letter>) => {
    const next = { ...letter, ...change };
    setLetter(next);
    if (!words) keepHere(name, next);
  };
  const toggle = (one: string) =>
    setChosen((now) => {
      const next = new Set(now);
      if (!next.delete(one)) next.add(one);
      return next;
    });
  const send = async () => {
    const parsed = LetterWritten.safeParse({ id, ...letter, players: all && players.length > 1 ? null : [...chosen] });
    if (!parsed.success) {
      setProblems(Object.fromEntries(parsed.error.issues.map((issue) => [String(issue.path[0]), issue.message])));
      return;
    }
    setBusy(true);
    setProblems({});
    try {
      const { sent, without } = await call(lettersApi.write, { squad }, parsed.data);
      if (!words) keepHere(name, null);
      onSent(
        t('Written to {grownUps}.{without}', {
          grownUps: plural(sent, 'grown-up'),
          without: without.length > 0 ? t(' Nobody is connected yet with {without}.', { without: without.join(', ') }) : '',
        }),
      );
    } catch (error) {
      const fields = error instanceof ServerProblem ? error.fields : [];
      setProblems(fields.length > 0 ? Object.fromEntries(fields.map((one) => [one.field, one.sentence])) : { all: sentenceOf(error) });
      setBusy(false);
    }
  };
  const nobody = players.filter((one) => chosen.has(one.id) && one.guardians === 0);
  return (
    <Dialog
      label={players.length === 1 ? t('To the family of {nickname}', { nickname: players[0]?.nickname }) : t('A letter to families')}
      onClose={onClose}
      className="max-w-2xl bg-slab"
    >
      <Field
        label={t('About')}
        value={letter.subject}
        maxLength={100}
        problem={problems.subject}
        onChange={(event) => write({ subject: event.target.value })}
      />
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{t('Letter')}</span>
        <textarea
          className="field min-h-40"
          value={letter.text}
          maxLength={3000}
          aria-invalid={problems.text ? true : undefined}
          onChange={(event) => write({ text: event.target.value })}
        />
        {problems.text && <span className="text-sm text-stop">{problems.text}</span>}
      </label>
      {players.length > 1 && (
        <fieldset className="flex flex-col gap-1">
          <legend className="font-semibold">{t('To the families of')}</legend>
          <div className="flex flex-wrap gap-x-4">
            <label className="flex min-h-9 items-center gap-1 font-semibold">
              <input
                type="checkbox"
                className="size-5"
                checked={all}
                onChange={() => setChosen(all ? new Set() : new Set(players.map((one) => one.id)))}
              />
              {t('all')}
            </label>
            {players.map((one) => (
              <label key={one.id} className="flex min-h-9 items-center gap-1">
                <input type="checkbox" className="size-5" checked={chosen.has(one.id)} onChange={() => toggle(one.id)} />
                {one.nickname}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      {problems.players && <p className="text-sm text-stop">{problems.players}</p>}
      {nobody.length > 0 && (
        <p className="text-dust text-sm">
          {t('No grown-up is connected yet with {nobody}: they will not get it.', { nobody: nobody.map((one) => one.nickname).join(', ') })}
        </p>
      )}
      <p className="text-dust text-sm">
        {t('It goes to grown-ups alone. It lies on their family page, and is mailed where they said yes, outside their quiet hours.')}
      </p>
      {problems.all && <Notice tone="stop">{problems.all}</Notice>}
      <Button look="main" className="self-start" disabled={busy || chosen.size === 0} onClick={() => void send()}>
        {busy ? t('Writing…') : t('Send it')}
      </Button>
    </Dialog>
  );
}
