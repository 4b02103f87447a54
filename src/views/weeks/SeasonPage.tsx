import { Undo2, Wand2 } from 'lucide-react';
import { useId, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { type SeasonOnSheet as Sheet, seasonApi } from '../../contract/season.ts';
import { addDays } from '../../core/calendar/days.ts';
import { SeasonFile } from '../../core/files/files.ts';
import { breakOf, emptySeason, mondaysOf, SEASON_WEEKS, seasonFrom, withWeeks } from '../../core/planning/season/plan.ts';
import { restOfSeason } from '../../core/planning/season/rest.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Dialog, Field, FileButton, Notice } from '../../ui/parts/index.ts';
import { ThemesSheet } from './ThemesSheet.tsx';
import { TwoVersions } from './TwoVersions.tsx';
import { type SeasonState, useSeason } from './use-season.ts';

const LENGTHS = Array.from({ length: SEASON_WEEKS.most - SEASON_WEEKS.least + 1 }, (_, i) => SEASON_WEEKS.least + i);

const STATE_WORDS: Record<Exclude<SeasonState['kind'], 'problem'>, string> = {
  get saved() {
    return t('saved');
  },
  get kept() {
    return t('kept here, not yet sent');
  },
  get 'not kept'() {
    return t('not kept: this browser has no room');
  },
  saving: 'saving…',
};

/** Where a new season comes from: nothing, a file, or another squad. */
function NewSeason({
  sheet,
  onBegin,
  onProblem,
}: {
  sheet: Sheet;
  onBegin(next: Sheet['season']): void;
  onProblem(sentence: string): void;
}) {
  const [monday, setMonday] = useState(sheet.nextMonday);
  const [weeks, setWeeks] = useState<number>(SEASON_WEEKS.usual);
  const [title, setTitle] = useState(t('Our season'));
  const isMonday = new Date(`${monday}T00:00Z`).getUTCDay() === 1;
  const start = (plan: NonNullable<Sheet['season']>['plan']) => onBegin({ id: uuid(), draft: 0, plan });
  const read = async (file: File) => {
    try {
      const parsed = SeasonFile.safeParse(JSON.parse(await file.text()));
      if (!parsed.success) return onProblem(`${file.name}: ${parsed.error.issues[0]?.message ?? t('This is not a file of a season.')}`);
      start(seasonFrom(parsed.data.season, monday, uuid));
    } catch (error) {
      onProblem(error instanceof SyntaxError ? t('This file is not JSON, so it cannot be a season.') : sentenceOf(error));
    }
  };
  const copy = async (from: string) => {
    try {
      const { season } = await call(seasonApi.copy, { squad: sheet.squad.id }, { id: uuid(), from, startsOn: monday });
      onBegin(season);
    } catch (error) {
      onProblem(sentenceOf(error));
    }
  };
  return (
    <div className="flex flex-col gap-3">
      <Field label={t('Title')} value={title} maxLength={80} onChange={(event) => setTitle(event.target.value)} />
      <div className="flex flex-wrap gap-3">
        <Field
          label={t('First Monday')}
          type="date"
          value={monday}
          problem={isMonday ? undefined : t('A season begins on a Monday.')}
          onChange={(event) => setMonday(event.target.value)}
        />
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('Weeks')}</span>
          <select className="field" value={weeks} onChange={(event) => setWeeks(Number(event.target.value))}>
            {LENGTHS.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button
          look="main"
          disabled={!isMonday || title.trim() === ''}
          onClick={() => {
            const plan = emptySeason(title.trim(), monday, weeks);
            start(
              restOfSeason(plan, {
                families: sheet.families,
                isBreak: (week) => breakOf(addDays(monday, 7 * week), sheet.breaks) !== null,
                newId: uuid,
              }),
            );
          }}
        >
          <Wand2 aria-hidden className="size-5" /> {t('Propose one')}
        </Button>
        <Button disabled={!isMonday || title.trim() === ''} onClick={() => start(emptySeason(title.trim(), monday, weeks))}>
          {t('An empty sheet')}
        </Button>
        <FileButton label={t('A file of a season')} accept="application/json,.json" disabled={!isMonday} onFile={(file) => void read(file)}>
          {t('From a file')}
        </FileButton>
        {sheet.others.length > 0 && (
          <select
            className="field"
            aria-label={t('The season of another squad')}
            disabled={!isMonday}
            value=""
            onChange={(event) => event.target.value && void copy(event.target.value)}
          >
            <option value="">{t('From another squad…')}</option>
            {sheet.others.map((one) => (
              <option key={one.squad} value={one.squad}>
                {one.squadName}: {one.title} ({plural(one.weeks, 'week')})
              </option>
            ))}
          </select>
        )}
      </div>
    </div>
  );
}

/** The season of a squad: themes over weeks on one sheet. */
export const SeasonPage = guarded(function SeasonPage({ first }: { first: Sheet }) {
  const { sheet, season, state, theirs, edit, begin, undo, canUndo, settle } = useSeason(first);
  const [problem, setProblem] = useState<string | null>(null);
  const [another, setAnother] = useState(false);
  const lengthId = useId();
  const squad = sheet.squad.id;
  const onBegin = (next: Sheet['season']) => {
    if (next) begin(next);
    setAnother(false);
    setProblem(null);
  };
  const plan = season?.plan ?? null;
  // What is known of weeks goes by their Mondays: a season that was moved or made longer has others until it is saved.
  const byMonday = new Map(sheet.weeks.map((week) => [week.startsOn, week]));
  const weeks = plan ? mondaysOf(plan).map((startsOn) => byMonday.get(startsOn) ?? { startsOn, week: null, came: null }) : [];
  const breaks = weeks.map((week) => breakOf(week.startsOn, sheet.breaks));
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1>{t('Season')}</h1>
        <a href={`/coach/${squad}/weeks`}>{t('To the weeks')}</a>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {state.kind === 'problem' && !theirs && <Notice tone="stop">{state.sentence}</Notice>}
      {theirs && (
        <Notice tone="stop">
          <p>{t('This season was changed in another tab or by another coach. Yours is on this screen and not saved yet.')}</p>
          <TwoVersions onSettle={settle} />
        </Notice>
      )}
      {!plan ? (
        <section className="slab flex max-w-2xl flex-col gap-3 p-4" aria-label={t('A season')}>
          <h2>{t('Plan some weeks ahead')}</h2>
          <p>
            {t(
              'Say once what the next weeks dwell on. Each week that you make then knows its themes and how much it asks for, and proposes itself by them.',
            )}
          </p>
          <NewSeason sheet={sheet} onBegin={onBegin} onProblem={setProblem} />
        </section>
      ) : (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <Field
              label={t('Title')}
              className="w-64"
              value={plan.title}
              maxLength={80}
              onChange={(event) => edit((now) => ({ ...now, title: event.target.value }))}
            />
            <label htmlFor={lengthId} className="flex flex-col gap-1">
              <span className="font-semibold">{t('Weeks')}</span>
              <select
                id={lengthId}
                className="field"
                value={plan.weeks}
                onChange={(event) => edit((now) => withWeeks(now, Number(event.target.value)))}
              >
                {LENGTHS.map((n) => (
                  <option key={n}>{n}</option>
                ))}
              </select>
            </label>
            <Button
              look="main"
              onClick={() =>
                edit((now) => restOfSeason(now, { families: sheet.families, isBreak: (week) => breaks[week] !== null, newId: uuid }))
              }
            >
              <Wand2 aria-hidden className="size-5" /> {t('Propose the rest')}
            </Button>
            <Button disabled={!canUndo} onClick={undo}>
              <Undo2 aria-hidden className="size-4" /> {t('Undo')}
            </Button>
            <ButtonLink href={`/api/v1/squads/${squad}/season/file`} download={`season-${plan.startsOn}.json`}>
              {t('As a file')}
            </ButtonLink>
            <Button onClick={() => setAnother(true)}>{t('Begin another')}</Button>
            <span className="ms-auto self-center text-dust text-sm" role="status">
              {state.kind === 'problem' ? t('not saved') : STATE_WORDS[state.kind]}
            </span>
          </div>
          <ThemesSheet season={plan} weeks={weeks} breaks={breaks} squad={squad} thisMonday={addDays(sheet.nextMonday, -7)} edit={edit} />
          <p className="text-dust text-sm">
            {t(
              'Press a field to put a theme there; drag a theme, or move it with the arrows (with Shift they make it longer, Delete takes it out). Press a tower for another height. Weeks of a break are darker.',
            )}
          </p>
        </>
      )}
      {another && (
        <Dialog label={t('Begin another season')} onClose={() => setAnother(false)} className="max-w-2xl bg-slab">
          <p>{t('The one that is shown gives way to it, and is an undo away as long as this page is open.')}</p>
          <NewSeason sheet={sheet} onBegin={onBegin} onProblem={setProblem} />
        </Dialog>
      )}
    </div>
  );
});
