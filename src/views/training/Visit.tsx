import { lazy, type ReactNode, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { KeptRun } from '../../client/device-store.ts';
import { clockWords } from '../../client/words.ts';
import { countsInPlaceOf } from '../../core/drills/beside.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { doseOf, minutesInWords } from '../../core/training/dose.ts';
import {
  attemptOf,
  type ClockState,
  compileRunSheet,
  cuesToCall,
  feetToScore,
  hasBeat,
  heardIn,
  type Interval,
  insteadIn,
  plannedPace,
  shareOfWork,
  sheetWithInstead,
  sideInWords,
  TIMES,
  trySeconds,
  withInstead,
  workOfGo,
} from '../../core/training/index.ts';
import { touchesDone } from '../../core/training/touches-done.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { shownByCoach } from '../clips/shown-by-coach.ts';
import { Before } from './Before.tsx';
import { beatWords } from './beat-words.ts';
import type { TodayChoice } from './Easier.tsx';
import { leftOutAt } from './kit.ts';
import { courseMetres, drawnAtHome, wayOf } from './LayOut.tsx';
import type { Live } from './live.ts';
import { Opening } from './Opening.tsx';
import { Outcomes } from './Outcomes.tsx';
import { useBeat } from './use-beat.ts';
import { useClock } from './use-clock.ts';
import { useCountAlong } from './use-count-along.ts';
import { useFilming } from './use-filming.ts';
import { fetchRules, useGives } from './use-gives.ts';
import { useHandsFree } from './use-hands-free.ts';
import { useInPlace } from './use-in-place.ts';
import { useMeeting } from './use-meeting.ts';
import { useSharedCamera } from './use-shared-camera.ts';
import { useTaps } from './use-taps.ts';
import { type Turn, useTurn } from './use-turn.ts';
import { drillsOfVisit, type Visiting } from './visiting.ts';

const fetchAfter = () => import('./After.tsx').then((file) => ({ default: file.After }));
const After = lazy(fetchAfter);
const fetchClock = () => import('./ClockFace.tsx').then((file) => ({ default: file.ClockFace }));
const ClockFace = lazy(fetchClock);
const HandOver = lazy(() => import('./HandOver.tsx').then((file) => ({ default: file.HandOver })));
const GoTools = lazy(() => import('./GoTools.tsx').then((file) => ({ default: file.GoTools })));
const Meet = lazy(() => import('./Meet.tsx').then((file) => ({ default: file.Meet })));
const MendStep = lazy(() => import('./MendStep.tsx').then((file) => ({ default: file.MendStep })));
const fetchPause = () => import('./PausePanel.tsx').then((file) => ({ default: file.PausePanel }));
const PausePanel = lazy(fetchPause);
const TapHalves = lazy(() => import('./TapHalves.tsx').then((file) => ({ default: file.TapHalves })));
const fetchScore = () => import('./ScoreStep.tsx').then((file) => ({ default: file.ScoreStep }));
const ScoreStep = lazy(fetchScore);

const pictures = () => import('./pictures/index.ts');
const PictureBefore = lazy(() => pictures().then((file) => ({ default: file.PictureBefore })));
const PictureMeet = lazy(() => pictures().then((file) => ({ default: file.PictureMeet })));
const PictureClock = lazy(() => pictures().then((file) => ({ default: file.PictureClock })));
const PicturePause = lazy(() => pictures().then((file) => ({ default: file.PicturePause })));
const PictureScore = lazy(() => pictures().then((file) => ({ default: file.PictureScore })));
const PictureAfter = lazy(() => pictures().then((file) => ({ default: file.PictureAfter })));

/** What a started session waits for nowhere, also when the line goes meanwhile. */
const fetchSession = () => void Promise.all([fetchClock(), fetchPause(), fetchScore(), fetchAfter(), fetchRules()]).catch(() => {});
/** The page itself comes first. */
const FETCH_AFTER_MS = 3000;

interface Props extends Visiting {
  /** The part of this player where several share the phone; null alone. */
  turn: Turn | null;
  /** Who plays along, or may: shown before the session. */
  company: ReactNode;
  /** The live evening that this is a visit to; null for a session done alone. */
  live?: Live | null;
  /** Hears where the clock stands. */
  onClock(sheet: readonly Interval[], state: ClockState): void;
}

/** What a stretch that nobody saw is called. */
function missedWords(interval: Interval | undefined): string[] {
  if (!interval) return [];
  return [
    interval.kind === 'work'
      ? t('{foot} ended', { foot: interval.foot === 'both' ? t('the work') : t('the {foot} foot', { foot: interval.foot }) })
      : t('the {kind} ended', { kind: interval.kind }),
  ];
}

/** When the ball was said to be down in the work of a foot. */
const dropsOf = (taps: ReturnType<typeof useTaps>, go: Pick<Interval, 'itemId' | 'round'>, foot: Foot): number[] =>
  (taps.tapped(go, foot, '') ?? []).flatMap((tap) => (tap.what === 'drop' ? [tap.at] : []));

/** Two touches within this time are one. */
const DOUBLE_TAP_MS = 500;

/** A player's visit to one session: before, the clock, the numbers, the clips, after. Everything is on the device before it is sent. */
export function Visit({ visit, session: planned, turn, company, live = null, onClock }: Props) {
  const { week, runner } = visit;
  const drills = useMemo(() => drillsOfVisit(visit), [visit]);
  const isLive = live !== null;
  const { eveningId, sheetOf } = live?.on ?? {};
  const setUp = live?.setUp;
  const plannedSheet = useMemo(() => (sheetOf ?? compileRunSheet)(planned, drills, runner), [sheetOf, planned, drills, runner]);
  const shown = useMemo(() => new Map([...drills].map(([id, drill]) => [id, drawnAtHome(visit, drill)])), [visit, drills]);
  /** What is done in the place of what was planned, by item. */
  const replaced = useRef<ReturnType<typeof insteadIn>>(new Map());
  const drillOf = useCallback(
    (interval: Interval | undefined) => {
      if (!interval) return undefined;
      const { itemId, drillId } = interval;
      const id = (itemId === null ? undefined : replaced.current.get(itemId)?.drillId) ?? drillId;
      return id === null ? undefined : shown.get(id);
    },
    [shown],
  );
  const plannedItems = useMemo(() => new Map(planned.blocks.flatMap((block) => block.items).map((item) => [item.id, item])), [planned]);
  const numbersNow = useRef(visit.numbers);
  const { beat, heard, setBeat } = useBeat(plannedSheet);
  const about = useCallback(
    (interval: Interval) => {
      const drill = drillOf(interval);
      const item = interval.itemId ? plannedItems.get(interval.itemId) : undefined;
      const rule = item?.scored ? (drill?.counting.counts ?? null) : null;
      return {
        name: [turn?.nickname, drill?.name].filter(Boolean).join(': '),
        rule,
        cues: drill ? cuesToCall(drill) : [],
        way: wayOf(drill),
        beat: beatWords(numbersNow.current, interval),
        rhythm: heard.current && drill && hasBeat(interval) ? plannedPace(drill, interval.pace, runner) : null,
        ...(setUp === undefined ? {} : { setUp }),
      };
    },
    [drillOf, plannedItems, heard, runner, turn?.nickname, setUp],
  );
  const make = useCallback(
    (): KeptRun => ({
      id: uuid(),
      playerId: visit.playerId,
      sessionId: planned.id,
      sessionName: planned.name,
      revisionId: week.revisionId,
      ...(eveningId === undefined ? {} : { togetherId: eveningId }),
      startedAt: 0,
      aliveAt: 0,
      over: false,
      share: 0,
    }),
    [planned, week, visit, eveningId],
  );
  const leftOut = useMemo(() => leftOutAt(visit), [visit]);
  const isQuiet = turn !== null && !turn.mine;
  const clock = useClock(plannedSheet, make, about, leftOut, isQuiet, live?.on ?? null);
  const { state, run, tap } = clock;
  const events = clock.log();
  const instead = useMemo(() => insteadIn(events), [events]);
  replaced.current = instead;
  const session = useMemo(() => withInstead(planned, instead), [planned, instead]);
  const sheet = useMemo(() => sheetWithInstead(plannedSheet, instead), [plannedSheet, instead]);
  const items = useMemo(() => new Map(session.blocks.flatMap((block) => block.items).map((item) => [item.id, item])), [session]);
  const interval = sheet[state.index];
  const attempt = interval ? attemptOf(state, state.index) : 0;
  const filming = useFilming(sheet, state, clock.aheadMs, run.id, visit.film);
  const { gives, outcomes, beats, bests, give, mending, setMending, mendNewest, endMending, mend, numbersBefore } = useGives({
    visit,
    clock,
    filming,
    sheet,
    drills,
    instead,
  });
  numbersNow.current = beats;
  const taps = useTaps(run.id);
  const countsAlong = useCountAlong({
    playerId: visit.playerId,
    sheet,
    state,
    drillOf,
    about,
    tapped: ({ foot, ...go }) => taps.tapped(go, foot, ''),
    onHeard: clock.hear,
  });
  // Where two take turns, one counts for the other; on a live evening both work.
  const [helperSaid, setHelper] = useState<boolean | null>(null);
  const helper = helperSaid ?? (turn !== null && !isLive);
  const waits = state.phase === 'running' && (interval?.kind === 'set-up' || interval?.kind === 'drink');
  // The walk to the phone is no part of a course.
  const endsByHand = state.phase === 'running' && interval?.kind === 'work' && interval.ends === 'player';

  const pauseClock = useCallback(() => tap('pause'), [tap]);
  const meeting = useMeeting(visit, session, sheet, state, pauseClock);
  const [stepsOut, setStepsOut] = useState(false);
  /** The heart of the clock in pictures was pressed. */
  const [asksToStop, setAsksToStop] = useState(false);
  // What cannot be done at this home is passed before a word is said of it.
  const plannedDrill = drills.get((interval?.itemId && plannedItems.get(interval.itemId)?.drillId) || '');
  const doneDrill = drillOf(interval);
  const isUncounted = interval?.kind === 'score' && plannedDrill && doneDrill && !countsInPlaceOf(plannedDrill, doneDrill);
  // On a live evening everybody is where the squad is, whatever of it can be done.
  const passes = !isLive && state.phase === 'running' && interval?.itemId != null && (leftOut.has(interval.itemId) || isUncounted);
  const held = isLive || passes || meeting.drillId !== null || mending !== null || stepsOut;
  const inPlace = useInPlace(
    sheet,
    state,
    held,
    runner.times?.walkBack ?? TIMES.walkBack,
    tap,
    useTurn(plannedSheet, state, isLive ? null : turn),
  );
  useEffect(() => onClock(plannedSheet, state), [onClock, plannedSheet, state]);
  const { onBegin } = turn ?? {};
  const beginsNow = inPlace.isWaiting && !isQuiet ? inPlace.ready : null;
  useEffect(() => onBegin?.(beginsNow), [onBegin, beginsNow]);
  useSharedCamera(filming, isQuiet);
  const { listening, loud, hearing, listenOn } = useHandsFree(
    clock.voice,
    isQuiet
      ? turn.isShown
        ? turn.pass
        : null
      : waits
        ? live
          ? () => live.onReady(state.index)
          : () => tap('ready')
        : inPlace.isWaiting
          ? inPlace.ready
          : endsByHand
            ? () => tap('done')
            : null,
  );

  useEffect(() => {
    const timer = setTimeout(fetchSession, FETCH_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);

  // Pause stands where Start stood: the second touch of a double tap is no pause.
  const startedAt = useRef(Number.NEGATIVE_INFINITY);
  const pauseByTouch = () => {
    if (performance.now() - startedAt.current > DOUBLE_TAP_MS) tap('pause');
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: each interval of it is passed by itself.
  useEffect(() => {
    if (passes) tap('skip');
  }, [passes, state.index, tap]);

  const { voice } = clock;
  const beginsAlong = live?.isBegun === true && state.phase === 'waiting' && !clock.loading && !clock.elsewhere;
  useEffect(() => {
    if (!beginsAlong) return;
    voice.open();
    tap('start');
  }, [beginsAlong, voice, tap]);
  useEffect(() => {
    if (inPlace.isWaiting && !isQuiet) voice.tell(t('Back to your place. Say when you are ready.'), 'set-up');
  }, [inPlace.isWaiting, isQuiet, voice]);

  // Whoever does not read yet gets the same states in pictures.
  const BeforePart = visit.pictures ? PictureBefore : Before;
  const MeetPart = visit.pictures ? PictureMeet : Meet;
  const ScorePart = visit.pictures ? PictureScore : ScoreStep;
  const AfterPart = visit.pictures ? PictureAfter : After;
  const isPractice = visit.practice !== undefined;
  const over = state.phase === 'finished' || state.phase === 'stopped';
  const working = interval?.kind === 'work';

  if (clock.loading) return <Opening visit={visit} session={planned} />;

  if (clock.elsewhere) {
    return (
      <main className="wrap-anywhere mx-auto flex max-w-lg flex-col gap-4 p-4">
        <h1>{session.name}</h1>
        <Notice tone="look">{t('This session is open in another tab, which has the clock. Close that one to go on here.')}</Notice>
        <Button look="main" size="player" onClick={() => window.location.reload()}>
          {t('I closed it')}
        </Button>
      </main>
    );
  }

  if (state.phase === 'waiting') {
    return (
      <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
        <BeforePart
          visit={visit}
          session={session}
          sheet={sheet}
          minutes={live?.minutes ?? minutesInWords(doseOf(sheet, drills, runner))}
          unknown={meeting.unknown}
          drills={drills}
          listening={listening}
          hearing={hearing}
          filming={filming}
          closedBefore={clock.closedBefore}
          company={company}
          countsAlong={countsAlong}
          onListen={(on) => void listenOn(on)}
          onSound={() => clock.voice.check()}
          onStart={() => {
            clock.voice.open();
            fetchSession();
            startedAt.current = performance.now();
            tap('start');
            live?.begin();
          }}
        />
      </Suspense>
    );
  }

  if (mending) {
    return (
      <main className="wrap-anywhere mx-auto flex min-h-dvh max-w-lg flex-col gap-3 p-4">
        <Suspense fallback={<p>{t('One moment…')}</p>}>
          <MendStep give={mending} numbers={numbersBefore(mending)} onMend={(said) => mend(mending, said)} onBack={endMending} />
        </Suspense>
      </main>
    );
  }

  if (over) {
    const stop = events.findLast((event) => event.type === 'stop');
    return (
      <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
        <AfterPart
          run={run}
          sessionName={session.name}
          finished={state.phase === 'finished'}
          hurt={stop?.type === 'stop' && stop.why === 'hurt'}
          share={shareOfWork(sheet, state, leftOut)}
          mayFilm={visit.mayFilm}
          practice={visit.practice ?? null}
          touches={touchesDone(sheet, state, drills, runner)}
          bests={bests}
          gives={gives}
          onMend={isPractice ? null : setMending}
          next={week.content.sessions.find((one) => one.id !== session.id && !visit.done.includes(one.id)) ?? null}
          sessions={isLive ? 0 : week.content.sessions.length}
          problem={clock.keepProblem}
        />
      </Suspense>
    );
  }

  const item = interval?.itemId ? items.get(interval.itemId) : undefined;
  const drill = drillOf(interval);
  const paused = state.phase === 'paused';
  const meets = meeting.drillId !== null && drill !== undefined && !stepsOut;
  const way = wayOf(drill);
  const calls = drill ? [...(way ? [way] : []), ...cuesToCall(drill)] : [];
  const neighbours = plannedDrill && visit.beside?.of[plannedDrill.id];
  /** Another drill for today, from where the clock stands; `starts` says whether the go begins again with it. */
  const choiceOf = (starts: boolean): TodayChoice | null =>
    item && plannedDrill && neighbours
      ? {
          planned: plannedDrill.name,
          easier: shown.get(neighbours.easier ?? '') ?? null,
          harder: shown.get(neighbours.harder ?? '') ?? null,
          isReplaced: instead.has(item.id),
          choose(drillId, why) {
            clock.replace(item.id, drillId, why);
            if (starts) again();
            else if (meeting.isMet(drillId ?? plannedDrill.id)) tap('resume');
          },
        }
      : null;
  const left = interval ? clockWords(Math.ceil(Math.max(0, interval.seconds - state.ranMs / 1000))) : '';
  const here = [drill?.name, interval && sideInWords(interval), interval?.ends === 'clock' ? t('{left} left', { left }) : '']
    .filter(Boolean)
    .join(', ');
  // Alone, the player says where a try ends; a helper's halves have a button of their own for it.
  const countsTries = !helper && item?.scored === true && item.dose.measure === 'unbroken run' && interval?.kind === 'work';
  const again = () => {
    if (interval) taps.clear(interval);
    setStepsOut(false);
    tap('again');
  };
  const goOn = () => {
    clock.voice.open();
    setStepsOut(false);
    setAsksToStop(false);
    // Out of a pause before something new it goes back to meeting that; out of one on the way back from a number, to that.
    if (!stepsOut || (meeting.drillId === null && !inPlace.isBack)) tap('resume');
  };
  const halves =
    helper && item?.scored && interval ? (
      <Suspense>
        <TapHalves
          foot={interval.foot}
          tries={item.dose.measure === 'unbroken run'}
          taps={taps.of(interval)}
          onChange={(next) => taps.change(interval, next)}
        />
      </Suspense>
    ) : null;
  const isGate = isLive && interval?.kind === 'set-up';
  const isHeldByCoach = paused && live?.on.heldBy(events) === 'coach';
  const nextGo = isGate ? sheet[state.index + 1] : undefined;
  const nextDrill = drillOf(nextGo);
  const onPause = inPlace.isWaiting ? () => setStepsOut(true) : pauseByTouch;
  const onReady = () => {
    startedAt.current = Number.NEGATIVE_INFINITY;
    clock.voice.open();
    if (inPlace.isWaiting) inPlace.ready();
    else tap('ready');
  };
  return (
    <main className="wrap-anywhere mx-auto flex h-dvh max-w-lg flex-col gap-3 overflow-y-auto p-4 flat:max-w-none">
      <h1 className="sr-only">{session.name}</h1>
      {clock.keepProblem && <Notice tone="stop">{clock.keepProblem}</Notice>}
      {clock.awayMs > 2000 && (
        <Notice tone="look">
          {t('Welcome back. The clock stood still for {clockWords}; you are where you were.', {
            clockWords: clockWords(clock.awayMs / 1000),
          })}
        </Notice>
      )}
      {clock.missed.length > 0 && (
        <Notice tone="look">
          {t('While the screen was off: {flatMap}. Pause, then Again, does this one once more.', {
            flatMap: clock.missed.flatMap((one) => missedWords(sheet[one.index])).join(', '),
          })}
        </Notice>
      )}
      {turn && isQuiet && !isLive ? (
        <Suspense>
          <HandOver turn={turn} left={interval?.kind === 'rest' ? left : null}>
            <Outcomes outcomes={outcomes} onMend={outcomes.length > 0 && paused ? () => mendNewest(false) : null} />
          </HandOver>
        </Suspense>
      ) : meets ? (
        <Suspense fallback={<p className="text-xl">{t('New for you: {name}…', { name: drill.name })}</p>}>
          <MeetPart
            key={drill.id}
            drill={drill}
            foot={interval && interval.foot !== 'both' ? interval.foot : null}
            stronger={runner.strongerFoot}
            shown={shownByCoach(visit.films, drill.id)}
            voice={clock.voice}
            choice={choiceOf(false)}
            onMet={() => {
              meeting.met(drill.id);
              clock.voice.open();
              tap('resume');
            }}
            onPause={() => setStepsOut(true)}
          />
        </Suspense>
      ) : live && (isHeldByCoach || (isGate && !paused)) ? (
        <live.Gate
          key={state.index}
          live={live}
          voice={clock.voice}
          isQuiet={isQuiet}
          stoppedAt={isHeldByCoach ? here : null}
          me={visit.playerId}
          drill={nextDrill}
          foot={nextGo && nextGo.foot !== 'both' ? nextGo.foot : null}
          stronger={runner.strongerFoot}
          shown={shownByCoach(visit.films, nextDrill?.id ?? '')}
          beat={nextGo ? beatWords(beats, nextGo) : null}
          isLeftOut={leftOut.has(nextGo?.itemId ?? '')}
          waits={clock.waitsForSquad}
          isReady={live.readyAt === state.index}
          onReady={(is) => live.onReady(is ? state.index : -1)}
          onAlone={() => {
            clock.voice.open();
            tap(paused ? 'resume' : 'ready');
          }}
          onHurt={() => clock.stop('hurt')}
          onLeave={() => tap('pause')}
        >
          {/* The clock stands meanwhile: what is put right ends no go that begins. */}
          <Outcomes outcomes={outcomes} onMend={outcomes.length > 0 ? () => mendNewest(true) : null} />
        </live.Gate>
      ) : paused && !inPlace.isWaiting ? (
        <Suspense fallback={<h2 className="text-[40px]">{t('Paused')}</h2>}>
          {visit.pictures ? (
            <PicturePause
              here={here}
              drill={drill ?? null}
              foot={interval && interval.foot !== 'both' ? interval.foot : null}
              stronger={runner.strongerFoot}
              onGoOn={goOn}
              onSkip={
                isLive
                  ? null
                  : () => {
                      setStepsOut(false);
                      setAsksToStop(false);
                      tap('skip');
                    }
              }
              onHurt={() => clock.stop('hurt')}
              onLeave={() => clock.stop('left')}
              asksToStop={asksToStop}
            />
          ) : (
            <PausePanel
              here={here}
              drill={drill ?? null}
              foot={interval && interval.foot !== 'both' ? interval.foot : null}
              stronger={runner.strongerFoot}
              shown={shownByCoach(visit.films, drill?.id ?? '')}
              choice={choiceOf(true)}
              onGoOn={goOn}
              onAgain={isLive ? null : again}
              onSkip={
                isLive
                  ? null
                  : () => {
                      setStepsOut(false);
                      tap('skip');
                    }
              }
              isTold={!isPractice}
              goesDark={clock.goesDark}
              onHurt={() => clock.stop('hurt')}
              onLeave={() => clock.stop('left')}
            />
          )}
        </Suspense>
      ) : interval?.kind === 'score' && item && drill ? (
        <Suspense fallback={<p>{t('One moment…')}</p>}>
          <ScorePart
            key={`${item.id}|${interval.round}|${attempt}`}
            item={item}
            drill={drill}
            round={interval.round}
            feet={feetToScore(item, runner.strongerFoot)}
            work={workOfGo(sheet, state, item.id, interval.round)}
            numbers={beats.filter((one) => one.itemId === item.id)}
            choice={choiceOf(true)}
            stronger={runner.strongerFoot}
            taps={taps}
            courseMetres={courseMetres(visit, drill)}
            trySeconds={(foot) => trySeconds(sheet, state, { itemId: item.id, round: interval.round, foot }, dropsOf(taps, interval, foot))}
            filming={filming}
            mayFilm={visit.mayFilm}
            who={turn?.nickname ?? null}
            heard={(foot) => heardIn(events, { itemId: item.id, round: interval.round, foot })?.count ?? null}
            onGive={(scores) => void give(item, interval.round, scores)}
            onAgain={isLive ? undefined : again}
            onPause={() => tap('pause')}
          />
          {live && <live.Skip onSkip={() => tap('skip')} />}
        </Suspense>
      ) : (
        <Suspense fallback={<h2 className="text-[40px]">{drill?.name}</h2>}>
          {visit.pictures ? (
            <PictureClock
              sheet={sheet}
              state={state}
              drillOf={drillOf}
              stronger={runner.strongerFoot}
              halves={halves}
              outcomes={outcomes}
              backInPlace={inPlace.isWaiting}
              onPause={onPause}
              onReady={onReady}
              onDone={() => tap('done')}
              onHurt={() => {
                setAsksToStop(true);
                if (inPlace.isWaiting) setStepsOut(true);
                else tap('pause');
              }}
            />
          ) : (
            <ClockFace
              sheet={sheet}
              state={state}
              drillOf={drillOf}
              listening={listening ? (loud ? 'loud' : 'quiet') : null}
              stronger={runner.strongerFoot}
              halves={halves}
              calls={calls}
              way={way}
              beat={interval?.kind === 'work' ? beatWords(beats, interval) : null}
              backInPlace={inPlace.isWaiting}
              tries={interval && countsTries ? taps.of(interval).filter((tap) => tap.what === 'drop').length : null}
              onTryOver={() => interval && taps.change(interval, [...taps.of(interval), { at: clock.now(), what: 'drop' }])}
              onPause={onPause}
              onReady={onReady}
              onDone={() => tap('done')}
            >
              <Outcomes
                outcomes={outcomes}
                onMend={
                  outcomes.length > 0 && !working && !isPractice
                    ? // On the way back from a number the clock stands already, and goes on when the player is ready.
                      () => mendNewest(!inPlace.isWaiting)
                    : null
                }
              />
              {!working && (
                <Suspense>
                  <GoTools filming={visit.mayFilm ? filming : null} helper={helper} onHelper={setHelper} beat={beat} onBeat={setBeat} />
                </Suspense>
              )}
              {filming.filming && working && <p className="font-bold text-xl">{t('Filming this go')}</p>}
            </ClockFace>
          )}
        </Suspense>
      )}
    </main>
  );
}
