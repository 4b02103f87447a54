import { Check, CirclePlay } from 'lucide-react';
import { useMemo } from 'react';
import { sendJson } from '../../client/client.ts';
import type { KeptRun } from '../../client/device-store.ts';
import { guarded } from '../../client/guarded.tsx';
import { deviceNow } from '../../client/now.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dayLetter, footInWords, untilInWords, whenInWords, wishedDay } from '../../client/words.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import { type Kit, standInsInWords } from '../../core/drills/terms.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { doseOf, minutesInWords } from '../../core/training/dose.ts';
import { compileRunSheet } from '../../core/training/index.ts';
import type { Session } from '../../core/weeks/schema.ts';
import { Laces, Scene, Skyline, StillImage } from '../../ui/notations/index.ts';
import { Button, ButtonLink, Empty, InLanguage, Notice } from '../../ui/parts/index.ts';
import { HomeScreen } from '../accounts/HomeScreen.tsx';
import { FilmSoon } from '../clips/FilmSoon.tsx';
import { ByCode, Evenings } from './Evenings.tsx';
import { useHere } from './here.ts';
import { drillsOf, kitAtHome, lacks, playedItems } from './kit.ts';
import { Layouts } from './LayOut.tsx';
import { Numbers } from './Numbers.tsx';
import { Outbox } from './SendQueue.tsx';
import { Swaps } from './Swaps.tsx';
import { useOwnRuns } from './use-own-runs.ts';
import { useWeekDone } from './use-week-done.ts';

/** What to fetch: what is at home by its name, else what stands in for it. */
function Fetch({ kit, visit }: { kit: readonly Kit[]; visit: ThisWeek }) {
  if (kit.length === 0) return <p className="text-dust">{t('Nothing to fetch.')}</p>;
  return (
    <ul className="flex flex-col">
      {kit.map((one) => (
        <li key={one}>
          <span className="font-semibold">{lacks(visit, one) ? standInsInWords(one) : term(one)}</span>{' '}
          <span className="text-dust text-sm">
            {lacks(visit, one) ? t('for the {one}', { one }) : visit.home ? '' : t('or {standInsOf}', { standInsOf: standInsInWords(one) })}
          </span>
        </li>
      ))}
    </ul>
  );
}

function SessionCard({
  visit,
  session,
  main,
  begun,
  doneHere,
}: {
  visit: ThisWeek & { week: NonNullable<ThisWeek['week']> };
  session: Session;
  main: boolean;
  /** A visit of this session that can be gone on with. */
  begun: KeptRun | undefined;
  /** Done on this phone, and not yet known to the server. */
  doneHere: boolean;
}) {
  const drills = useMemo(() => new Map(Object.entries(visit.week.content.drills)), [visit]);
  const sheet = useMemo(() => compileRunSheet(session, drills, visit.runner), [session, drills, visit]);
  const dose = useMemo(() => doseOf(sheet, drills, visit.runner), [sheet, drills, visit]);
  const done = doneHere || visit.done.includes(session.id);
  const items = playedItems(session);
  return (
    <article className="slab flex flex-col gap-3 p-4">
      <header className="flex items-baseline justify-between gap-3">
        <h2>{session.name}</h2>
        <span className="text-dust">
          {wishedDay(session.day)} · {minutesInWords(dose)}
        </span>
      </header>
      <Skyline
        intervals={sheet}
        width={330}
        height={64}
        summary={`${session.name}: ${minutesInWords(dose)}, ${plural(items.length, 'drill')}`}
      />
      <p className="-mx-1 flex flex-wrap" aria-hidden>
        {drillsOf(session, drills).map((drill) => (
          <StillImage
            key={drill.id}
            drill={drill}
            mirror={isShownMirrored(drill.sides, null, visit.runner.strongerFoot)}
            className="size-14"
          />
        ))}
      </p>
      {done && (
        <p className="flex items-center gap-2 font-semibold text-moss">
          <Check aria-hidden className="size-5" /> {doneHere ? t('Done on this phone; it is on its way.') : t('Done. You can do it again.')}
        </p>
      )}
      {!done && (
        <section>
          <h3>{t('Fetch')}</h3>
          <Fetch kit={kitAtHome(visit, session, drills)} visit={visit} />
        </section>
      )}
      <Layouts visit={visit} drills={drillsOf(session, drills)} />
      {!done && <Swaps items={items} swaps={visit.swaps} />}
      {!done && items.some((item) => item.scored) && (
        <section>
          <h3>{t('Numbers to beat')}</h3>
          <Numbers items={items} drills={drills} numbers={visit.numbers} />
        </section>
      )}
      <ButtonLink href={`/go/${session.id}`} look={main ? 'main' : 'plain'} size="player">
        <CirclePlay aria-hidden className="size-6" /> {begun ? t('Go on with') : t('Go:')} {session.name}
      </ButtonLink>
      <p>
        <a href={`/by-hand/${session.id}`} className="inline-flex min-h-12 items-center underline">
          {t('I did it with the paper sheet')}
        </a>
      </p>
    </article>
  );
}

/** All of the week is done: one small celebration, once; afterwards the shoes stand there. */
function WeekDone({ week, sessions, fresh }: { week: NonNullable<ThisWeek['week']>; sessions: number; fresh: boolean }) {
  return (
    <section className="slab flex items-center gap-4 border-s-4 border-s-moss p-4" aria-label={t('This week is done')}>
      <Scene name="done" className={`w-32 shrink-0 ${fresh ? 'shown-once' : ''}`} />
      <p>
        <span className="block font-bold text-lg">{t('Week {number} is done.', { number: week.number })}</span>
        {t('{sessions}, all of them. The rest of the week is yours.', { sessions: plural(sessions, 'session') })}
      </p>
    </section>
  );
}

/** The next week, so that kit can be found in time. A surprise says only when it opens. */
function Upcoming({ upcoming, timeZone }: { upcoming: NonNullable<ThisWeek['upcoming']>; timeZone: string }) {
  const { about, opensAt } = upcoming;
  return (
    <section className="slab flex flex-col gap-1 p-4" aria-label={t('Next week')}>
      <h2>{about ? t('Week {number}: {title}', { number: about.number, title: about.title }) : t('A surprise')}</h2>
      <p className="text-dust">{t('Opens {whenInWords}', { whenInWords: whenInWords(opensAt, timeZone) })}</p>
      {about ? (
        <p>{about.kit.length > 0 ? t('Find in time: {kit}.', { kit: about.kit.map(term).join(', ') }) : t('Nothing to find for it.')}</p>
      ) : (
        <p>{t('Nobody knows yet what it is.')}</p>
      )}
    </section>
  );
}

/** Of several squads the one to look at; the others keep their weeks. */
function Squads({ visit }: { visit: ThisWeek }) {
  // A page kept by an older release has none.
  const others = (visit.squads ?? []).filter((one) => one.id !== visit.squad?.id);
  const { problem, attempt } = useAttempt();
  if (others.length === 0) return null;
  return (
    <nav aria-label={t('Your squads')} className="flex flex-wrap gap-2 pt-1">
      {others.map((one) => (
        <Button
          key={one.id}
          size="player"
          onClick={() =>
            void attempt(async () => {
              // Not through the contract, whose schemas a phone need not load for it.
              await sendJson('PUT', '/api/v1/me/squad', { squad: one.id });
              window.location.reload();
            })
          }
        >
          {t('Go to {name}', { name: one.name })}
        </Button>
      ))}
      {problem && <Notice tone="stop">{problem}</Notice>}
    </nav>
  );
}

interface Props {
  visit: ThisWeek;
  /** Made from what the device keeps: when that was read, on the device's clock. Null with a line. */
  keptAt?: number | null;
}

/** This week: one card a session, the next thing to do as one big button, the streak, and what waits to be sent. */
export const WeekView = guarded(function WeekView({ visit, keptAt = null }: Props) {
  const { week, streak } = visit;
  const timeZone = visit.squad?.timeZone ?? 'UTC';
  const own = useOwnRuns(visit);
  useHere(visit, keptAt !== null);
  const isDone = (session: Session) => visit.done.includes(session.id) || own.done.includes(session.id);
  const sessions = [...(week?.content.sessions ?? [])].sort((a, b) => Number(isDone(a)) - Number(isDone(b)));
  const next = sessions.find((session) => !isDone(session));
  const isWeekDone = sessions.length > 0 && !next;
  const fresh = useWeekDone(visit, isWeekDone);
  return (
    <main className="flex flex-col gap-4 p-4">
      <header>
        <h1>{t('Hi {nickname}', { nickname: visit.nickname })}</h1>
        <p className="text-dust">{visit.squad?.name}</p>
        {keptAt === null && <Squads visit={visit} />}
      </header>
      {keptAt !== null && (
        <Notice tone="look">
          {t('No connection. This is your week as of {whenInWords}; everything in it works, and goes out later.', {
            whenInWords: whenInWords(keptAt, timeZone),
          })}
          {week &&
            visit.now + (deviceNow() - keptAt) > week.closesAt &&
            t(' This week has closed meanwhile: what you do now does not count for it.')}
        </Notice>
      )}
      <Outbox />
      <HomeScreen />
      {keptAt === null && (visit.together ?? []).length > 0 && <Evenings visit={visit} />}
      <section className="slab flex flex-col gap-2 p-4" aria-label={t('Your streak')}>
        <p className="flex items-baseline gap-3">
          <span className="font-bold font-display text-4xl text-lace">{streak.current}</span>
          <span>
            {t('{unit} in a row', {
              unit:
                streak.unit === 'week'
                  ? streak.current === 1
                    ? t('week')
                    : t('weeks')
                  : streak.current === 1
                    ? t('training day')
                    : t('training days'),
            })}
          </span>
        </p>
        <Laces
          cells={visit.strip.slice(-14)}
          letters={dayLetter}
          summary={t('Laces of the last two weeks: {current} in a row, best {best}', { current: streak.current, best: streak.best })}
        />
        <p className="text-dust">{streak.sentence}</p>
      </section>
      {visit.films?.welcome && (
        <section className="slab flex flex-col gap-2 p-4">
          <h2>{t('A word from {coach}', { coach: visit.films.welcome.coach })}</h2>
          <FilmSoon spoken film={visit.films.welcome} label={t('Welcome to the week, by {coach}', { coach: visit.films.welcome.coach })} />
        </section>
      )}
      {visit.again.map(({ itemId, sessionId, line }) => (
        <article key={itemId + line.foot} className="slab flex flex-col gap-2 border-l-4 border-l-mustard p-4">
          <h2>{t('Once more, please: {drillName}', { drillName: line.drillName })}</h2>
          <p>
            {line.foot !== 'both' && `${footInWords(line.foot)}. `}
            {line.line && <InLanguage language={line.lineLanguage}>{line.line}</InLanguage>} {line.cues.join('. ')}
          </p>
          <ButtonLink href={`/go/${sessionId}`} size="player">
            {t('Go')}
          </ButtonLink>
        </article>
      ))}
      {visit.clipAsks.map((ask) => (
        <article key={ask.drillId} className="slab flex flex-col gap-2 border-l-4 border-l-lace p-4">
          <h2>{t('Your coach would like to see it: {drillName}', { drillName: ask.drillName })}</h2>
          <p>{t('Switch on “Film my goes” before you start, and send the clip with your next go. Only if you like.')}</p>
          <ButtonLink href={`/go/${ask.sessionId}`} size="player">
            {t('Go')}
          </ButtonLink>
        </article>
      ))}
      {visit.changes.length > 0 && (
        <Notice>
          <p className="font-semibold">{t('Your coach changed this week:')}</p>
          <ul className="list-disc ps-5">
            {visit.changes.map((change) => (
              <li key={change}>{change}</li>
            ))}
          </ul>
        </Notice>
      )}
      {!visit.home && week && (
        <Notice>
          {t('Say once what is at home, and each drill is shown as you can do it there.')}{' '}
          <a href="/home" className="inline-flex min-h-12 items-center underline">
            {t('What is at home')}
          </a>
        </Notice>
      )}
      {week ? (
        <>
          <section>
            <h2 className="text-2xl">{t('Week {number}: {title}', { number: week.number, title: week.content.title })}</h2>
            <p>{week.content.focus}</p>
            <p className="text-dust">{t('Open until {untilInWords}', { untilInWords: untilInWords(week.closesAt, timeZone) })}</p>
          </section>
          {isWeekDone && <WeekDone week={week} sessions={sessions.length} fresh={fresh} />}
          {sessions.map((session) => (
            <SessionCard
              key={session.id}
              visit={{ ...visit, week }}
              session={session}
              main={session.id === next?.id}
              begun={own.begun.find((run) => run.sessionId === session.id)}
              doneHere={own.done.includes(session.id) && !visit.done.includes(session.id)}
            />
          ))}
        </>
      ) : (
        <Empty scene="ball waits">
          {t('No week is open now.')} {!visit.upcoming && t('Your coach has not sent the next one yet. ')}
          {t('Any ball and five minutes are still good for your feet.')}
        </Empty>
      )}
      {visit.upcoming && <Upcoming upcoming={visit.upcoming} timeZone={timeZone} />}
      {visit.home && (
        <p>
          <a href="/home" className="inline-flex min-h-12 items-center underline">
            {t('What is at home')}
          </a>
        </p>
      )}
      {keptAt === null && <ByCode />}
    </main>
  );
});
