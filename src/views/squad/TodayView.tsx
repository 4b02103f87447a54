import type { ReactNode } from 'react';
import type { Today } from '../../contract/squad.ts';
import { ButtonLink } from '../../ui/parts/index.ts';
import { plural, whenInWords } from '../words.ts';

function List({ title, empty, children }: { title: string; empty: string; children: ReactNode[] }) {
  return (
    <section className="slab flex flex-col p-4">
      <h2 className="pb-2">{title}</h2>
      {children.length === 0 ? <p className="text-dust">{empty}</p> : <ul className="flex flex-col divide-y divide-joint">{children}</ul>}
    </section>
  );
}

function Row({ children, action }: { children: ReactNode; action: ReactNode }) {
  return (
    <li className="flex items-center justify-between gap-3 py-2">
      <span className="min-w-0">{children}</span>
      {action}
    </li>
  );
}

const WHAT = { opens: 'opens', closes: 'closes', 'to be released': 'starts, not released yet:' } as const;

/** Today: what to review, who has gone quiet, whose streak is about to come undone, and what leaves the house soon. */
export function TodayView({ today }: { today: Today }) {
  const { squad, toReview } = today;
  const base = `/coach/${squad.id}`;
  const waiting = toReview.doubted + toReview.clips + toReview.clear;
  const open = (id: string) => (
    <ButtonLink size="small" href={`${base}/players/${id}`}>
      Open
    </ButtonLink>
  );
  return (
    <div className="flex flex-col gap-4">
      <h1>Today</h1>
      <div className="grid gap-4 lg:grid-cols-2">
        <List title="To review" empty="Nothing waits. Well kept.">
          {waiting === 0
            ? []
            : [
                <Row
                  key="review"
                  action={
                    <ButtonLink size="small" look="main" href={`${base}/review`}>
                      Review
                    </ButtonLink>
                  }
                >
                  <span className="font-bold font-display text-2xl">{waiting}</span> {waiting === 1 ? 'score' : 'scores'}, about{' '}
                  {toReview.minutes} min:{' '}
                  <span className="text-dust">
                    {plural(toReview.doubted, 'doubt')}, {plural(toReview.clips, 'clip')}, {toReview.clear} clear
                  </span>
                </Row>,
              ]}
        </List>
        <List title="Leaving the house" empty="No week opens or closes in the next days.">
          {today.leaving.map((week) => (
            <Row
              key={`${week.weekId}${week.what}`}
              action={
                <ButtonLink size="small" href={`${base}/weeks/${week.weekId}`}>
                  Open
                </ButtonLink>
              }
            >
              Week {week.number} {WHAT[week.what]} <span className="text-dust">{whenInWords(week.at, squad.timeZone)}</span>
            </Row>
          ))}
        </List>
        <List title="Gone quiet" empty="Everybody trained within the last five days.">
          {today.quiet.map((one) => (
            <Row key={one.playerId} action={open(one.playerId)}>
              <span className="font-semibold">{one.nickname}</span> <span className="text-dust">no go for {plural(one.days, 'day')}</span>
            </Row>
          ))}
        </List>
        <List title="About to come undone" empty="No streak is in danger today.">
          {today.loosening.map((one) => (
            <Row key={one.playerId} action={open(one.playerId)}>
              <span className="font-semibold">{one.nickname}</span> {plural(one.current, one.unit)}{' '}
              <span className="text-dust">{one.sentence}</span>
            </Row>
          ))}
        </List>
      </div>
      <section className="slab p-4">
        <h2 className="pb-2">Due this week</h2>
        {today.due.length === 0 && <p className="text-dust">{today.open ? 'Everybody has done everything.' : 'No week is open now.'}</p>}
        <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2 xl:grid-cols-3">
          {today.due.map((one) => (
            <li key={one.playerId}>
              <a className="font-semibold" href={`${base}/players/${one.playerId}`}>
                {one.nickname}
              </a>{' '}
              <span className="text-dust text-sm">{one.sessions.join(', ')}</span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
