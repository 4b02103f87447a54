import { Check, CirclePlay } from 'lucide-react';
import { useMemo } from 'react';
import type { NumberToBeat, ThisWeek } from '../../contract/go.ts';
import { doseInWords } from '../../core/counts/result.ts';
import { doseOf, minutesInWords } from '../../core/dose/index.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { STAND_INS } from '../../core/drills/terms.ts';
import { compileRunSheet } from '../../core/runsheet/index.ts';
import { targetInWords } from '../../core/targets/index.ts';
import { kitOf } from '../../core/weeks/checks.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Laces, Skyline } from '../../ui/notations/index.ts';
import { ButtonLink, Notice } from '../../ui/parts/index.ts';
import { dayLetter, footInWords, plural, whenInWords, wishedDay } from '../words.ts';
import { Outbox } from './Outbox.tsx';

const itemsOf = (session: Session) => session.blocks.flatMap((block) => block.items);

function Kit({ items, drills }: { items: readonly Item[]; drills: ReadonlyMap<string, Drill> }) {
  const kit = kitOf(items, drills);
  if (kit.length === 0) return <p className="text-dust">Nothing to fetch.</p>;
  return (
    <ul className="flex flex-col">
      {kit.map((one) => (
        <li key={one}>
          <span className="font-semibold">{one}</span> <span className="text-dust text-sm">or {STAND_INS[one].join(', or ')}</span>
        </li>
      ))}
    </ul>
  );
}

function Numbers({
  items,
  drills,
  numbers,
}: {
  items: readonly Item[];
  drills: ReadonlyMap<string, Drill>;
  numbers: readonly NumberToBeat[];
}) {
  const scored = items.filter((item) => item.scored);
  return (
    <ul className="flex flex-col gap-1">
      {scored.map((item) => (
        <li key={item.id} className="flex flex-wrap items-baseline justify-between gap-x-3">
          <span>
            {drills.get(item.drillId)?.name} <span className="text-dust text-sm">{doseInWords(item.dose)}</span>
          </span>
          <span className="flex gap-3 font-semibold">
            {numbers
              .filter((one) => one.itemId === item.id)
              .map((one) => (
                <span key={one.foot} className={one.foot === 'left' ? 'text-foot-left' : one.foot === 'right' ? 'text-foot-right' : ''}>
                  {one.foot === 'both' ? '' : `${one.foot} `}
                  {targetInWords(one.target, item.dose)}
                </span>
              ))}
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
}: {
  visit: ThisWeek & { week: NonNullable<ThisWeek['week']> };
  session: Session;
  main: boolean;
}) {
  const drills = useMemo(() => new Map(Object.entries(visit.week.content.drills)), [visit]);
  const sheet = useMemo(() => compileRunSheet(session, drills, visit.runner), [session, drills, visit]);
  const dose = useMemo(() => doseOf(sheet, drills, visit.runner), [sheet, drills, visit]);
  const done = visit.done.includes(session.id);
  const items = itemsOf(session);
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
      {done && (
        <p className="flex items-center gap-2 font-semibold text-moss">
          <Check aria-hidden className="size-5" /> Done. You can do it again.
        </p>
      )}
      {!done && (
        <section>
          <h3>Fetch</h3>
          <Kit items={items} drills={drills} />
        </section>
      )}
      {!done && items.some((item) => item.scored) && (
        <section>
          <h3>Numbers to beat</h3>
          <Numbers items={items} drills={drills} numbers={visit.numbers} />
        </section>
      )}
      <ButtonLink href={`/go/${session.id}`} look={main ? 'main' : 'plain'} size="player">
        <CirclePlay aria-hidden className="size-6" /> Go: {session.name}
      </ButtonLink>
    </article>
  );
}

/** This week: one card a session, the next thing to do as one big button, the streak, and what waits to be sent. */
export function WeekView({ visit }: { visit: ThisWeek }) {
  const { week, streak } = visit;
  const timeZone = visit.squad?.timeZone ?? 'UTC';
  const isDone = (session: Session) => visit.done.includes(session.id);
  const sessions = [...(week?.content.sessions ?? [])].sort((a, b) => Number(isDone(a)) - Number(isDone(b)));
  const next = sessions.find((session) => !isDone(session));
  return (
    <main className="flex flex-col gap-4 p-4">
      <header>
        <h1>Hi {visit.nickname}</h1>
        <p className="text-dust">{visit.squad?.name}</p>
      </header>
      <Outbox />
      <section className="slab flex flex-col gap-2 p-4" aria-label="Your streak">
        <p className="flex items-baseline gap-3">
          <span className="font-bold font-display text-4xl text-lace">{streak.current}</span>
          <span>
            {streak.unit === 'week' ? (streak.current === 1 ? 'week' : 'weeks') : streak.current === 1 ? 'training day' : 'training days'}{' '}
            in a row
          </span>
        </p>
        <Laces
          cells={visit.strip.slice(-14)}
          letters={dayLetter}
          summary={`Laces of the last two weeks: ${streak.current} in a row, best ${streak.best}`}
        />
        <p className="text-dust">{streak.sentence}</p>
      </section>
      {visit.again.map(({ itemId, sessionId, line }) => (
        <article key={itemId + line.foot} className="slab flex flex-col gap-2 border-l-4 border-l-mustard p-4">
          <h2>Once more, please: {line.drillName}</h2>
          <p>
            {line.foot !== 'both' && `${footInWords(line.foot)}. `}
            {line.line} {line.cues.join('. ')}
          </p>
          <ButtonLink href={`/go/${sessionId}`} size="player">
            Go
          </ButtonLink>
        </article>
      ))}
      {week ? (
        <>
          <section>
            <h2 className="text-2xl">
              Week {week.number}: {week.content.title}
            </h2>
            <p>{week.content.focus}</p>
            <p className="text-dust">Open until {whenInWords(week.closesAt, timeZone)}</p>
          </section>
          {sessions.map((session) => (
            <SessionCard key={session.id} visit={{ ...visit, week }} session={session} main={session.id === next?.id} />
          ))}
        </>
      ) : (
        <Notice>
          No week is open now.{' '}
          {visit.upcoming ? `The next one opens ${whenInWords(visit.upcoming, timeZone)}.` : 'Your coach has not sent the next one yet.'}{' '}
          Any ball and five minutes are still good for your feet.
        </Notice>
      )}
    </main>
  );
}
