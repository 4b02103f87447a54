import { Check } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { whenInWords } from '../../client/words.ts';
import { screensApi as squadContract, type Today } from '../../contract/screens.ts';
import { nudgeWords } from '../../core/letters/coach-letter.ts';
import { lastGoInWords } from '../../core/progress/quiet.ts';
import { unitsInWords } from '../../core/streaks/asks.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { WriteDialog } from '../letters/WriteDialog.tsx';

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

const WHAT = {
  get opens() {
    return t('opens');
  },
  get closes() {
    return t('closes');
  },
  get 'to be released'() {
    return t('starts, not released yet:');
  },
} as const;

/** Players who stopped because something hurt: above everything else, until a coach says that it was seen. The family reads that. */
function Hurts({ today }: { today: Today }) {
  const [left, setLeft] = useState(today.hurts);
  const [problem, setProblem] = useState<string | null>(null);
  const see = async (runId: string) => {
    try {
      await call(squadContract.hurtSeen, { squad: today.squad.id, run: runId }, {});
      setLeft((now) => now.filter((one) => one.runId !== runId));
      setProblem(null);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  if (left.length === 0 && !problem) return null;
  return (
    <section className="slab border-l-4 border-l-mustard p-4" aria-label={t('Something hurt')}>
      <h2 className="pb-2">{t('Something hurt')}</h2>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <ul className="flex flex-col divide-y divide-joint">
        {left.map((one) => (
          <Row
            key={one.runId}
            action={
              <Button size="small" onClick={() => void see(one.runId)}>
                {t('Seen')}
              </Button>
            }
          >
            <a className="font-semibold" href={`/coach/${today.squad.id}/players/${one.playerId}`}>
              {one.nickname}
            </a>{' '}
            {t('stopped “{session}”', { session: one.session })}{' '}
            <span className="text-dust">
              {t('{whenInWords}. Ask the family before the next session.', { whenInWords: whenInWords(one.at, today.squad.timeZone) })}
            </span>
          </Row>
        ))}
      </ul>
    </section>
  );
}

/** What comes first in a squad that begins: a list that fills itself, each with its one action. */
function FirstSteps({ steps, base }: { steps: NonNullable<Today['first']>; base: string }) {
  const next = steps.findIndex((step) => !step.done);
  return (
    <section className="slab p-4" aria-label={t('First steps')}>
      <h2 className="pb-2">{t('First steps')}</h2>
      <ol className="flex flex-col divide-y divide-joint">
        {steps.map(({ what, done, words, action }, i) => (
          <li key={what} className="flex items-center gap-4 py-3">
            <span
              aria-hidden
              className={`grid size-9 shrink-0 place-items-center rounded-full border-2 font-bold font-display ${done ? 'border-moss text-moss' : i === next ? 'border-lace text-lace' : 'border-joint text-dust'}`}
            >
              {done ? <Check className="size-5" /> : i + 1}
            </span>
            <span className="min-w-0 flex-1">
              <span className="block font-semibold">
                {what}
                {done && <span className="sr-only">{t(', done')}</span>}
              </span>
              <span className="block text-dust">{words}</span>
            </span>
            {action && (
              <ButtonLink size="small" look={i === next ? 'main' : 'plain'} href={`${base}${action.path}`}>
                {action.words}
              </ButtonLink>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The short lists of a squad that is under way. */
function Lists({ today }: { today: Today }) {
  const { squad, toReview } = today;
  const base = `/coach/${squad.id}`;
  const waiting = toReview.doubted + toReview.clips + toReview.clear;
  const open = (id: string) => (
    <ButtonLink size="small" href={`${base}/players/${id}`}>
      {t('Open')}
    </ButtonLink>
  );
  const [nudging, setNudging] = useState<Today['quiet'][number] | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  return (
    <>
      {said && <Notice tone="done">{said}</Notice>}
      {nudging && (
        <WriteDialog
          squad={squad.id}
          players={[{ id: nudging.playerId, nickname: nudging.nickname }]}
          words={nudgeWords(nudging.nickname, nudging.days)}
          onClose={() => setNudging(null)}
          onSent={(words) => {
            setNudging(null);
            setSaid(words);
          }}
        />
      )}
      <div className="grid gap-4 lg:grid-cols-2">
        <List title={t('To review')} empty={t('Nothing waits. Well kept.')}>
          {waiting === 0
            ? []
            : [
                <Row
                  key="review"
                  action={
                    <ButtonLink size="small" look="main" href={`${base}/review`}>
                      {t('Review')}
                    </ButtonLink>
                  }
                >
                  <span className="font-bold font-display text-2xl">{waiting}</span>{' '}
                  {t('{waiting}, about {minutes} min:', { waiting: waiting === 1 ? t('score') : t('scores'), minutes: toReview.minutes })}{' '}
                  <span className="text-dust">
                    {t('{doubts}, {clips}, {clear} clear', {
                      doubts: plural(toReview.doubted, 'doubt'),
                      clips: plural(toReview.clips, 'clip'),
                      clear: toReview.clear,
                    })}
                  </span>
                </Row>,
              ]}
        </List>
        <List title={t('Opens or closes soon')} empty={t('No week opens or closes in the next days.')}>
          {today.leaving.map((week) => (
            <Row
              key={`${week.weekId}${week.what}`}
              action={
                <ButtonLink size="small" href={`${base}/weeks/${week.weekId}`}>
                  {t('Open')}
                </ButtonLink>
              }
            >
              {t('Week {number} {what}', { number: week.number, what: WHAT[week.what] })}{' '}
              <span className="text-dust">{whenInWords(week.at, squad.timeZone)}</span>
            </Row>
          ))}
        </List>
        <List
          title={t('Gone quiet')}
          empty={
            today.players === 0
              ? t('No player is in the squad now. Add some under Squad, People.')
              : t('Nobody has been quiet for five days.')
          }
        >
          {today.quiet.map((one) => (
            <Row
              key={one.playerId}
              action={
                <span className="flex gap-2">
                  <Button size="small" onClick={() => setNudging(one)}>
                    {t('Write')}
                    <span className="sr-only"> {t('to the family of {nickname}', { nickname: one.nickname })}</span>
                  </Button>
                  {open(one.playerId)}
                </span>
              }
            >
              <span className="font-semibold">{one.nickname}</span> <span className="text-dust">{lastGoInWords(one)}</span>
            </Row>
          ))}
        </List>
        {today.said.length > 0 && (
          <List title={t('Too hard, too easy')} empty="">
            {today.said.map((one) => (
              <Row key={`${one.playerId}${one.drillId}${one.at}`} action={open(one.playerId)}>
                <span className="font-semibold">{one.nickname}</span> {one.drillName}: {term(one.why)}{' '}
                <span className="text-dust">
                  {t('{whenInWords}; did {doneName} instead', { whenInWords: whenInWords(one.at, squad.timeZone), doneName: one.doneName })}
                </span>
              </Row>
            ))}
          </List>
        )}
        <List title={t('Streaks in danger')} empty={t('No streak is in danger today.')}>
          {today.loosening.map((one) => (
            <Row key={one.playerId} action={open(one.playerId)}>
              <span className="font-semibold">{one.nickname}</span> {unitsInWords(one.current, one.unit)}{' '}
              <span className="text-dust">{one.sentence}</span>
            </Row>
          ))}
        </List>
      </div>
      <section className="slab p-4">
        <h2 className="pb-2">{t('Due this week')}</h2>
        {today.due.length === 0 && (
          <p className="text-dust">
            {!today.open
              ? t('No week is open now. Release one under Weeks.')
              : today.players === 0
                ? t('No player is in the squad now.')
                : t('Everybody has done everything.')}
          </p>
        )}
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
    </>
  );
}

/** Today: what to review, who has gone quiet, whose streak is about to come undone, and what leaves the house soon. */
export const TodayView = guarded(function TodayView({ today }: { today: Today }) {
  const base = `/coach/${today.squad.id}`;
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Today')}</h1>
      <Hurts today={today} />
      {today.asking.length > 0 && (
        <section className="slab border-l-4 border-l-mustard px-4 py-2" aria-label={t('Asked to join')}>
          <ul>
            <Row
              action={
                <ButtonLink size="small" href={`${base}/squad/people`}>
                  {t('Answer')}
                </ButtonLink>
              }
            >
              <span className="font-semibold">{today.asking.join(', ')}</span>{' '}
              <span className="text-dust">{t('asked to join the squad')}</span>
            </Row>
          </ul>
        </section>
      )}
      {today.first && <FirstSteps steps={today.first} base={base} />}
      {!today.first && <Lists today={today} />}
    </div>
  );
});
