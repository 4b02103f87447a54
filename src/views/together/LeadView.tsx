import { Pause, Play, RotateCcw, SkipForward, Users } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { footInWords, number, whenInWords } from '../../client/words.ts';
import { reviewApi } from '../../contract/review.ts';
import { type CommandSent, type LeadPage, type NumberView, type PersonTogether, togetherApi } from '../../contract/together.ts';
import { capital } from '../../core/text/capital.ts';
import { plural, t } from '../../core/text/translate.ts';
import { goesTogether, sheetTogether } from '../../core/together/sheet.ts';
import { lastGo, type SquadClock, squadClock } from '../../core/together/squad-clock.ts';
import { type Interval, KIND_WORDS, sideInWords, TYPICAL_RUNNER } from '../../core/training/index.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { useSquadLine } from './use-squad-line.ts';

/** The picture is drawn anew this often. */
const DRAW_MS = 100;

const DOING: Readonly<Record<PersonTogether['doing'], () => string>> = {
  away: () => t('not here'),
  here: () => t('here'),
  ready: () => t('ready'),
  with: () => t('at work'),
  waits: () => t('joins the next go'),
};

const isDone = (one: PersonTogether, go: number | null, since: number) => one.numbers.some((had) => had.go === go && had.at >= since);

interface NumberProps {
  number: NumberView;
  nickname: string;
  onAgain(number: NumberView): void;
}

/** A number as it came in, its doubts beside it, and a press that asks for it once more. */
function OneNumber({ number: one, nickname, onAgain }: NumberProps) {
  const waits = one.standing === 'waiting for the coach';
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      <b className={waits ? 'text-stop' : ''}>
        {one.foot === 'both' ? '' : `${capital(footInWords(one.foot))} `}
        {one.value === null ? t('lost count') : number(one.value)}
      </b>
      {one.standing === 'again please' ? (
        <span className="text-dust text-sm">{t('asked for again')}</span>
      ) : (
        <>
          {one.doubts.map((doubt) => (
            <span key={doubt} className="text-sm text-stop">
              {doubt}
            </span>
          ))}
          <Button size="tight" onClick={() => onAgain(one)}>
            {t('Again for {nickname}', { nickname })}
          </Button>
        </>
      )}
    </span>
  );
}

/** The squad's clock, looked at so often; what is made of it is drawn anew only when that has changed. */
function useSquad<T extends string | number>(look: () => T): T {
  const [seen, setSeen] = useState(look);
  useEffect(() => {
    setSeen(look());
    const timer = setInterval(() => setSeen(look()), DRAW_MS);
    return () => clearInterval(timer);
  }, [look]);
  return seen;
}

interface ClockProps {
  sheet: readonly Interval[];
  squadNow(): SquadClock;
  nameOf(interval: Interval | undefined): string;
}

/** Where the squad's clock stands, to be read across a room. */
function SquadFace({ sheet, squadNow, nameOf }: ClockProps) {
  useSquad(useCallback(() => Math.floor(squadNow().clock.ranMs / DRAW_MS), [squadNow]));
  const squad = squadNow();
  const { clock } = squad;
  const interval = sheet[clock.index];
  if (squad.isOver) return <p className="font-bold font-display text-5xl">{t('Over')}</p>;
  if (squad.go === null || !interval) return <p className="font-bold font-display text-5xl">{t('Not begun')}</p>;
  const waits = interval.kind === 'score' || interval.kind === 'set-up';
  const left = Math.max(0, interval.seconds - clock.ranMs / 1000);
  const side = sideInWords(interval);
  return (
    <div className="flex items-center justify-between gap-4">
      <div>
        <p className="text-2xl">{clock.phase === 'paused' ? t('Paused') : waits ? t('Numbers come in') : KIND_WORDS[interval.kind]()}</p>
        <p className="font-bold font-display text-4xl">{nameOf(waits ? sheet[clock.index - 1] : interval)}</p>
        {side && !waits && <p className="text-2xl">{capital(side)}</p>}
      </div>
      <p className="font-bold font-display text-[96px] leading-none" data-testid="squad-seconds">
        {waits ? '' : interval.ends === 'player' ? Math.floor(clock.ranMs / 1000) : Math.ceil(left)}
      </p>
    </div>
  );
}

/** What of the squad's clock the page around it follows. */
const placeOf = ({ seq, isOver, clock }: SquadClock) => [seq, isOver, clock.phase, clock.index].join();

/** A live evening as its coach leads it: the clock, who is there, and the numbers as they come. */
export const LeadView = guarded(function LeadView({ page }: { page: LeadPage }) {
  const { line, heard } = useSquadLine(page, { board: page.board });
  const drills = useMemo(() => new Map(Object.entries(page.drills)), [page.drills]);
  const sheet = useMemo(
    () => sheetTogether(page.session, drills, { ...TYPICAL_RUNNER, times: page.times ?? undefined }),
    [page.session, page.times, drills],
  );
  const goes = useMemo(() => goesTogether(sheet), [sheet]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  /** There is more to do, and the end was pressed. */
  const [asksEnd, setAsksEnd] = useState(false);
  const squadNow = useCallback(
    () => squadClock(sheet, heard.commands, line.serverNow() ?? page.now),
    [sheet, heard.commands, line, page.now],
  );
  // The page itself changes with the stretches, not with the seconds.
  useSquad(useCallback(() => placeOf(squadNow()), [squadNow]));
  const squad = squadNow();
  const people = heard.board?.people ?? page.board.people;
  const since = lastGo(heard.commands)?.at ?? 0;
  const here = people.filter((one) => one.doing !== 'away');
  const done = people.filter((one) => isDone(one, squad.go, since));
  const nameOf = (interval: Interval | undefined) => drills.get(interval?.drillId ?? '')?.name ?? '';
  const say = async (type: CommandSent['type'], go: number | null = null) => {
    setBusy(true);
    try {
      line.take(await call(togetherApi.say, { evening: page.id }, { id: uuid(), type, go }));
      setProblem(null);
      setAsksEnd(false);
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const again = async (one: NumberView) => {
    try {
      const line = t('Once more, please: we did this together, and I would like to see it again.');
      await call(
        reviewApi.decide,
        { score: one.scoreId },
        { id: uuid(), verdict: 'again please', value: null, reason: null, line, cues: [] },
      );
      setProblem(null);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const next = squad.go === null ? 0 : squad.go + 1;
  const kind = sheet[squad.clock.index]?.kind;
  const isRunning = squad.go !== null && squad.clock.phase === 'running' && kind !== 'score' && kind !== 'set-up';
  const isPaused = squad.clock.phase === 'paused';
  const nextGo = goes[next];
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1>
          {t('Together')}: {page.session.name}
        </h1>
        <p className="text-dust">
          {whenInWords(page.startsAt, page.timeZone)} · {t('Code to read aloud: {code}', { code: page.code })}
        </p>
      </div>
      {!heard.isOnLine && (
        <Notice tone="look">{t('No line just now. Devices go on by the same clock; this page comes back by itself.')}</Notice>
      )}
      {problem && <Notice tone="stop">{problem}</Notice>}
      <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_420px]">
        <section className="slab flex flex-col gap-4 p-4" aria-label={t('The clock')}>
          <SquadFace sheet={sheet} squadNow={squadNow} nameOf={nameOf} />
          {!squad.isOver && (
            <div className="flex flex-wrap gap-2">
              {isRunning && (
                <Button look="main" disabled={busy} onClick={() => void say('pause')}>
                  <Pause aria-hidden className="size-5" /> {t('Stop the clock')}
                </Button>
              )}
              {isPaused && (
                <Button look="main" disabled={busy} onClick={() => void say('resume')}>
                  <Play aria-hidden className="size-5" /> {t('Go on')}
                </Button>
              )}
              {!isRunning && !isPaused && nextGo && (
                <Button look="main" disabled={busy} onClick={() => void say('go', next)}>
                  <Play aria-hidden className="size-5" />{' '}
                  {squad.go === null
                    ? t('Begin: {name}', { name: drills.get(nextGo.drillId)?.name ?? '' })
                    : t('Next: {name}', { name: drills.get(nextGo.drillId)?.name ?? '' })}
                </Button>
              )}
              {(isRunning || isPaused) && nextGo && (
                <Button disabled={busy} onClick={() => void say('go', next)}>
                  <SkipForward aria-hidden className="size-5" /> {t('On to the next')}
                </Button>
              )}
              {squad.go !== null && (
                <Button disabled={busy} onClick={() => void say('go', squad.go)}>
                  <RotateCcw aria-hidden className="size-5" /> {t('This go again')}
                </Button>
              )}
              {!isRunning && (
                <Button disabled={busy} onClick={() => void say('ask')}>
                  {t('Everybody ready?')}
                </Button>
              )}
              <Button disabled={busy} onClick={() => (isRunning || isPaused || nextGo ? setAsksEnd(true) : void say('end'))}>
                {t('End the evening')}
              </Button>
            </div>
          )}
          {asksEnd && !squad.isOver && (
            <Notice tone="look">
              <span className="flex flex-wrap items-center gap-2">
                {t('This ends it for everybody; it cannot be begun again.')}
                <Button look="stop" disabled={busy} onClick={() => void say('end')}>
                  {t('End it now')}
                </Button>
                <Button onClick={() => setAsksEnd(false)}>{t('Not yet')}</Button>
              </span>
            </Notice>
          )}
          <ol className="flex flex-col gap-1">
            {goes.map((go, index) => (
              <li key={`${go.itemId}|${go.round}`} className="flex items-center justify-between gap-3">
                <span className={index === squad.go ? 'font-bold text-lace' : index < next ? 'text-dust' : ''}>
                  {index + 1}. {drills.get(go.drillId)?.name ?? go.drillId}
                  {go.round > 0 && `, ${t('go {n}', { n: go.round + 1 })}`}
                </span>
                {!squad.isOver && index !== squad.go && index !== next && (
                  <Button size="tight" disabled={busy} onClick={() => void say('go', index)}>
                    {t('Do this one')}
                  </Button>
                )}
              </li>
            ))}
          </ol>
        </section>
        <section className="slab flex flex-col gap-2 p-4" aria-label={t('The squad')}>
          <h2 className="flex items-center gap-2">
            <Users aria-hidden className="size-5" /> {t('{here} of {all} are here', { here: here.length, all: people.length })}
          </h2>
          <p role="status">
            {squad.go === null || kind === 'set-up'
              ? t('{ready} of {here} are ready.', { ready: people.filter((one) => one.doing === 'ready').length, here: here.length })
              : t('{sent} of {of} have sent.', { sent: done.length, of: Math.max(here.length, done.length) })}
          </p>
          <ul className="divide-y divide-joint">
            {[...people]
              .sort((a, b) => Number(a.doing === 'away') - Number(b.doing === 'away'))
              .map((one) => (
                <li
                  key={one.playerId}
                  className={`flex flex-col py-1.5 ${one.doing === 'away' && one.numbers.length === 0 ? 'text-dust' : ''}`}
                >
                  <span className="flex justify-between gap-3">
                    <b>{one.nickname}</b>
                    <span className={one.doing === 'ready' ? 'font-semibold text-moss' : 'text-dust'}>
                      {squad.go !== null && isDone(one, squad.go, since) ? t('done') : DOING[one.doing]()}
                    </span>
                  </span>
                  {one.numbers
                    .filter((had) => squad.isOver || had.go === squad.go)
                    .map((had) => (
                      <OneNumber key={had.scoreId} number={had} nickname={one.nickname} onAgain={(it) => void again(it)} />
                    ))}
                </li>
              ))}
          </ul>
        </section>
      </div>
      {squad.isOver && (
        <p>
          {t('What was sent waits in Review, like every number. {goes} were planned.', { goes: plural(goes.length, 'go') })}{' '}
          <ButtonLink href={`/coach/${page.squadId}/review`} size="small">
            {t('Review')}
          </ButtonLink>
        </p>
      )}
    </div>
  );
});
