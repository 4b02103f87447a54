import { Check, CirclePlay, Clock3, Footprints, Glasses, Users } from 'lucide-react';
import { useMemo } from 'react';
import { guarded } from '../../../client/guarded.tsx';
import type { ThisWeek } from '../../../contract/training.ts';
import { isShownMirrored } from '../../../core/drills/side-shown.ts';
import { t } from '../../../core/text/translate.ts';
import { weekAloud } from '../../../core/training/aloud.ts';
import { doseOf, minutesInWords } from '../../../core/training/dose.ts';
import { compileRunSheet } from '../../../core/training/index.ts';
import { Laces } from '../../../ui/notations/Laces.tsx';
import { SmallSoon } from '../../../ui/notations/moves/StageSoon.tsx';
import { StillImage } from '../../../ui/notations/moves/StillImage.tsx';
import { Scene } from '../../../ui/notations/Scene.tsx';
import { useHere } from '../here.ts';
import { drillsOf, playedItems } from '../kit.ts';
import { drawnAtHome } from '../LayOut.tsx';
import { useOutbox } from '../SendQueue.tsx';
import { useOwnRuns } from '../use-own-runs.ts';
import { useServerNow } from '../use-server-now.ts';
import { useWeekDone } from '../use-week-done.ts';
import { PicturePage, type Press } from './PictureScreen.tsx';

/** Whether everything is with the coach, as a picture; what hinders it is told in the page with words. */
export function SentMark() {
  const waits = useOutbox().items.length > 0;
  const Icon = waits ? Clock3 : Check;
  const words = waits ? t('Something waits to be sent.') : t('Everything is sent.');
  return (
    <span role="img" aria-label={words} className={`grid size-14 place-items-center ${waits ? 'text-dust' : 'text-moss'}`}>
      <Icon aria-hidden className="size-8" />
    </span>
  );
}

/** The page as a grown-up reads it. */
export function WithWords({ href }: { href: string }) {
  return (
    <a href={href} aria-label={t('For grown-ups: with words')} className="me-auto grid size-14 place-items-center rounded-sm">
      <Glasses aria-hidden className="size-8" />
    </a>
  );
}

/** This week in pictures: the first drill of what comes next, moving; a tile for each session; the streak. */
export const PictureWeek = guarded(function PictureWeek({ visit, kept = false }: { visit: ThisWeek; kept?: boolean }) {
  useHere(visit, kept);
  const own = useOwnRuns(visit);
  const { week, streak } = visit;
  const drills = useMemo(() => new Map(Object.entries(week?.content.drills ?? {})), [week]);
  const isDone = (id: string) => visit.done.includes(id) || own.done.includes(id);
  const sessions = week?.content.sessions ?? [];
  const next = sessions.find((one) => !isDone(one.id)) ?? null;
  const isWeekDone = sessions.length > 0 && next === null;
  const fresh = useWeekDone(visit, isWeekDone);
  const first = next && drillsOf(next, drills)[0];
  const shown = first ? drawnAtHome(visit, first) : null;
  const words = weekAloud({
    nickname: visit.nickname,
    streak,
    sessions: sessions.length,
    again: visit.again.map((one) => one.line.drillName),
    next: next && {
      name: next.name,
      drills: playedItems(next).length,
      minutes: minutesInWords(doseOf(compileRunSheet(next, drills, visit.runner), drills, visit.runner)),
    },
  });
  const now = useServerNow(visit.now);
  const live = kept ? undefined : visit.together?.find((one) => now >= one.doorsAt);
  const presses: Press[] = [
    { icon: Footprints, words: t('My feet'), href: '/feet' },
    ...(live
      ? [{ icon: Users, words: t('Together: {name}', { name: live.name }), href: `/together/${live.id}`, look: 'main' as const }]
      : []),
    ...(next
      ? [
          {
            icon: CirclePlay,
            words: t('Go: {name}', { name: next.name }),
            href: `/go/${next.id}`,
            look: live ? ('plain' as const) : ('main' as const),
          },
        ]
      : []),
  ];
  return (
    <PicturePage
      title={t('This week')}
      words={words}
      presses={presses}
      corner={
        <>
          <WithWords href="/week?words=1" />
          <SentMark />
        </>
      }
    >
      {shown?.moves ? (
        <SmallSoon
          drill={shown}
          mirror={isShownMirrored(shown.sides, null, visit.runner.strongerFoot)}
          className="min-h-0 w-full max-w-sm flex-1"
        />
      ) : (
        <Scene name={isWeekDone ? 'done' : 'ball waits'} className={`w-64 ${fresh ? 'shown-once' : ''}`} />
      )}
      <ul className="flex flex-wrap justify-center gap-2">
        {sessions.map((session) => {
          const drill = drillsOf(session, drills)[0];
          const done = isDone(session.id);
          return (
            <li key={session.id}>
              <a
                href={`/go/${session.id}`}
                aria-label={done ? t('{name}, done', { name: session.name }) : session.name}
                className={`slab relative grid size-20 place-items-center ${session.id === next?.id ? 'border-4 border-lace' : ''}`}
              >
                {drill && <StillImage drill={drill} className="size-16" />}
                {done && <Check aria-hidden className="absolute end-0 bottom-0 size-8 rounded-full bg-slab text-moss" strokeWidth={3} />}
              </a>
            </li>
          );
        })}
      </ul>
      <Laces
        cells={visit.strip.slice(-14)}
        summary={t('Laces of the last two weeks: {current} in a row, best {best}', { current: streak.current, best: streak.best })}
      />
    </PicturePage>
  );
});
