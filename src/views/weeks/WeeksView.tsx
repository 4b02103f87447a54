import { Plus } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { dayInWords, whenInWords } from '../../client/words.ts';
import { type Feed, type Template, type WeekList, type WeekRow, weeksApi } from '../../contract/weeks.ts';
import { WeekFile } from '../../core/files/files.ts';
import { english, plural, t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Dialog, Empty, FileButton, Notice } from '../../ui/parts/index.ts';
import { Feeds } from './Feeds.tsx';

const STATE_WORDS: Record<WeekRow['state'], { words: string; look: string }> = {
  draft: { words: english('draft'), look: 'text-dust' },
  released: {
    get words() {
      return t('released, opens later');
    },
    look: 'text-lace',
  },
  open: { words: english('open now'), look: 'text-moss' },
  closed: { words: english('closed'), look: 'text-dust' },
};

interface Props {
  list: WeekList;
  templates: Template[];
  feeds: Feed[];
}

/** Weeks: the season as rows of weeks, newest first, and the next one to make: empty, as a copy, from a template or a file. */
export const WeeksView = guarded(function WeeksView({ list, templates, feeds }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [rows, setRows] = useState(list.weeks);
  const [dropping, setDropping] = useState<WeekRow | null>(null);
  const { squad } = list;
  const goTo = (week: string) => window.location.assign(`/coach/${squad.id}/weeks/${week}`);
  const attempt = async (work: () => Promise<string>) => {
    setBusy(true);
    setProblem(null);
    try {
      goTo(await work());
    } catch (error) {
      setProblem(error instanceof SyntaxError ? t('This file is not JSON, so it cannot be a week.') : sentenceOf(error));
      setBusy(false);
    }
  };
  const drop = async (week: WeekRow) => {
    setBusy(true);
    setProblem(null);
    try {
      await call(weeksApi.drop, { week: week.id });
      setRows((all) => all.filter((one) => one.id !== week.id));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setDropping(null);
    setBusy(false);
  };
  const make = (from: { fromWeek?: string; fromTemplate?: string } = {}) =>
    attempt(async () => (await call(weeksApi.make, { squad: squad.id }, { id: uuid(), ...from })).id);
  const read = (file: File) =>
    attempt(async () => {
      const parsed = WeekFile.safeParse(JSON.parse(await file.text()));
      if (!parsed.success) {
        const issue = parsed.error.issues[0];
        throw new Error(
          `${file.name}: ${issue?.message}${issue && issue.path.length > 0 ? t(' (at {path})', { path: issue.path.join('.') }) : ''}`,
        );
      }
      return (await call(weeksApi.importWeek, { squad: squad.id }, { id: uuid(), file: parsed.data })).week.id;
    });
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>{t('Weeks')}</h1>
        <div className="flex flex-wrap gap-2">
          <ButtonLink href={`/coach/${squad.id}/weeks/season`}>{t('Season')}</ButtonLink>
          {templates.length > 0 && (
            <select
              className="field"
              aria-label={t('Make the next week from a template')}
              disabled={busy}
              value=""
              onChange={(event) => event.target.value && void make({ fromTemplate: event.target.value })}
            >
              <option value="">{t('From a template…')}</option>
              {templates.map((template) => (
                <option key={template.id} value={template.id}>
                  {template.name} ({plural(template.sessions.length, 'session')})
                </option>
              ))}
            </select>
          )}
          <FileButton label={t('A file of a week')} accept="application/json,.json" disabled={busy} onFile={(file) => void read(file)}>
            {t('From a file')}
          </FileButton>
          <Button look="main" disabled={busy} onClick={() => void make()}>
            <Plus aria-hidden className="size-5" /> {t('Make the next week')}
          </Button>
        </div>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {rows.length === 0 && <Empty scene="blank">{t('No week yet. Make the first one; it takes ten minutes.')}</Empty>}
      <ol className="slab divide-y divide-joint">
        {rows.map((week) => (
          <li key={week.id} className="flex items-center">
            <a
              className="grid min-w-0 flex-1 grid-cols-[3rem_minmax(0,1fr)_auto] items-center gap-4 px-4 py-3 no-underline hover:bg-ground"
              href={`/coach/${squad.id}/weeks/${week.id}`}
            >
              <span className="font-bold font-display text-2xl">{week.number}</span>
              <span className="min-w-0">
                <span className="block font-semibold">{week.title}</span>
                <span className="block truncate text-dust text-sm">{week.focus || t('no focus written')}</span>
              </span>
              <span className="text-end text-sm">
                <span className={`block font-semibold ${STATE_WORDS[week.state].look}`}>
                  {term(STATE_WORDS[week.state].words)}
                  {week.surprise && week.state === 'released' ? t(', a surprise') : ''}
                  {week.changed ? t(', changed since') : ''}
                </span>
                <span className="block text-dust">
                  {week.state === 'released' && week.opensAt
                    ? t('opens {whenInWords}', { whenInWords: whenInWords(week.opensAt, squad.timeZone) })
                    : t('from Mon {dayInWords}', { dayInWords: dayInWords(week.startsOn) })}{' '}
                  · {plural(week.sessions, 'session')}
                </span>
              </span>
            </a>
            <Button size="small" className="me-3" disabled={busy} onClick={() => void make({ fromWeek: week.id })}>
              {t('Copy')}
              <span className="sr-only"> {t('week {number}', { number: week.number })}</span>
            </Button>
            {week.state === 'draft' && (
              <Button size="small" className="me-3" disabled={busy} onClick={() => setDropping(week)}>
                {t('Throw away')}
                <span className="sr-only"> {t('week {number}', { number: week.number })}</span>
              </Button>
            )}
          </li>
        ))}
      </ol>
      {dropping && (
        <Dialog
          label={t('Throw week {number} away', { number: dropping.number })}
          onClose={() => setDropping(null)}
          className="max-w-md bg-slab"
        >
          <p>
            {t('“{title}” was never released: no player has seen it. Its {sessions} will be gone.', {
              title: dropping.title,
              sessions: plural(dropping.sessions, 'session'),
            })}
          </p>
          <Button
            look="stop"
            disabled={busy}
            onClick={() => {
              void drop(dropping);
            }}
          >
            {t('Throw it away')}
          </Button>
        </Dialog>
      )}
      <Feeds squad={squad.id} timeZone={squad.timeZone} player={null} first={feeds} />
    </div>
  );
});
