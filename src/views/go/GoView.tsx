import { Camera, CameraOff, HeartHandshake, SwitchCamera } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { GoSent, ScoreSent, ThisWeek } from '../../contract/go.ts';
import type { Tap } from '../../core/counts/taps.ts';
import { doseOf, minutesInWords } from '../../core/dose/index.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { attemptOf, compileRunSheet, feetToScore, type Interval, shareOfWork, sideInWords, workOfGo } from '../../core/runsheet/index.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { clockWords, footInWords, number } from '../words.ts';
import { Before } from './Before.tsx';
import { ClockFace } from './ClockFace.tsx';
import type { Ear } from './hands-free.ts';
import { runToSend } from './left-runs.ts';
import { deviceNow, serverSaid } from './now.ts';
import { flush, fresh, post, sendFor } from './outbox.ts';
import { PausePanel } from './PausePanel.tsx';
import { numbersAfter, type Outcome, outcomeOf, tapKey } from './score-form.ts';
import { changeRead, type KeptRun, keepRead, keepTaps, logOf, type Outgoing, tapsOf } from './store.ts';
import { TapHalves } from './TapHalves.tsx';
import { useClock } from './use-clock.ts';
import { takeKey, useFilming } from './use-filming.ts';

const After = lazy(() => import('./After.tsx').then((file) => ({ default: file.After })));
const ScoreEntry = lazy(() => import('./ScoreEntry.tsx').then((file) => ({ default: file.ScoreEntry })));
const Takes = lazy(() => import('./Takes.tsx').then((file) => ({ default: file.Takes })));

type OpenWeek = NonNullable<ThisWeek['week']>;

interface Props {
  visit: ThisWeek & { week: OpenWeek; squad: NonNullable<ThisWeek['squad']> };
  session: Session;
  /** The page was made from what the device keeps: there is no line. */
  kept?: boolean;
}

/** The picture of the camera, for framing. */
function Framing({ stream, mirrored }: { stream: MediaStream; mirrored: boolean }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = stream;
  }, [stream]);
  return (
    <figure className="flex items-center gap-3">
      <video
        ref={video}
        autoPlay
        muted
        playsInline
        className={`h-28 w-44 bg-ink object-cover ${mirrored ? '-scale-x-100' : ''}`}
        aria-label="Camera picture"
      />
      <figcaption>Feet and ball in the picture? Only the work is filmed, with two seconds on both sides.</figcaption>
    </figure>
  );
}

function Outcomes({ outcomes }: { outcomes: readonly Outcome[] }) {
  return (
    <div className="flex flex-col gap-2" aria-live="polite">
      {outcomes.map((one) => (
        <div key={one.foot} className={`shown-once ${one.kind === 'record' ? 'border-lace border-l-8' : ''} slab p-3`}>
          {one.foot !== 'both' && <span>{footInWords(one.foot)} · </span>}
          <span className={`font-semibold ${one.kind === 'record' ? 'text-lace' : ''}`}>{one.sentence}</span>
        </div>
      ))}
    </div>
  );
}

/** What a stretch that nobody saw is called. */
function missedWords(interval: Interval | undefined): string[] {
  if (!interval) return [];
  return [
    interval.kind === 'work'
      ? `${interval.foot === 'both' ? 'the work' : `the ${interval.foot} foot`} ended`
      : `the ${interval.kind} ended`,
  ];
}

/** The player's visit to one session: before, the clock, the numbers, the clips, after. Everything is on the device before it is sent. */
export function GoView({ visit, session, kept = false }: Props) {
  const { week, runner } = visit;
  const drills = useMemo(() => new Map(Object.entries(week.content.drills)), [week]);
  const sheet = useMemo(() => compileRunSheet(session, drills, runner), [session, drills, runner]);
  const items = useMemo(() => new Map(session.blocks.flatMap((block) => block.items).map((item) => [item.id, item])), [session]);
  const drillOf = useCallback((interval: Interval | undefined) => (interval?.drillId ? drills.get(interval.drillId) : undefined), [drills]);
  const about = useCallback(
    (interval: Interval) => {
      const drill = drillOf(interval);
      const item = interval.itemId ? items.get(interval.itemId) : undefined;
      return { name: drill?.name ?? '', rule: item?.scored ? (drill?.counting.counts ?? null) : null };
    },
    [drillOf, items],
  );
  const make = useCallback(
    (): KeptRun => ({
      id: uuid(),
      playerId: visit.playerId,
      sessionId: session.id,
      sessionName: session.name,
      revisionId: week.revisionId,
      startedAt: 0,
      aliveAt: 0,
      ids: {},
      scored: [],
      over: false,
      share: 0,
    }),
    [session, week, visit],
  );
  const clock = useClock(sheet, make, about);
  const { state, run, tap } = clock;
  const interval = sheet[state.index];
  const attempt = interval ? attemptOf(state, state.index) : 0;
  const filming = useFilming(sheet, state, clock.aheadMs, run.id, visit.film);
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [numbers, setNumbers] = useState(visit.numbers);
  const [taps, setTaps] = useState<Record<string, readonly Tap[]>>({});
  const [helper, setHelper] = useState(false);
  const [keeping, setKeeping] = useState<string | null>(null);
  const ear = useRef<Ear | null>(null);
  const [listening, setListening] = useState(false);
  const [hearing, setHearing] = useState<string | null>(null);

  // Who is here, and what the server said: also for when the line is gone.
  useEffect(() => {
    sendFor(visit.playerId, visit.film);
    if (!kept) {
      serverSaid(visit.now);
      void keepRead(`visit:${visit.playerId}`, visit, deviceNow()).catch(() => {});
      void keepRead('me', { playerId: visit.playerId }, deviceNow()).catch(() => {});
    }
    void flush(true).catch(() => {});
  }, [visit, kept]);

  useEffect(() => {
    void tapsOf(run.id)
      .then(setTaps)
      .catch(() => {});
  }, [run.id]);

  const logNow = clock.now;
  const sendLog = useCallback(async () => post(runToSend(run, await logOf(run.id), logNow())), [run, logNow]);
  const { closed } = clock;
  useEffect(() => {
    if (closed) void logOf(closed.id).then((log) => post(runToSend(closed, log, deviceNow())));
  }, [closed]);
  const over = state.phase === 'finished' || state.phase === 'stopped';
  useEffect(() => {
    if (over && run.over) void sendLog();
  }, [over, run.over, sendLog]);

  // "Ready" by a clap or a knock, only where it is waited for and none of our own sounds is in the air.
  const waits = state.phase === 'running' && (interval?.kind === 'set-up' || interval?.kind === 'drink');
  const waitsRef = useRef(false);
  waitsRef.current = waits;
  const tapRef = useRef(tap);
  tapRef.current = tap;
  const listenOn = useCallback(
    async (on: boolean) => {
      ear.current?.close();
      ear.current = null;
      setListening(false);
      if (!on) return;
      try {
        const { listen } = await import('./hands-free.ts');
        ear.current = await listen(
          () => {
            setHearing('Heard you.');
            if (waitsRef.current) tapRef.current('ready');
          },
          () => clock.voice.sounding,
        );
        setListening(true);
        setHearing('Clap once, or knock on the wall, to try it.');
      } catch {
        setHearing('The microphone did not open. A tap on the screen says ready as well.');
      }
    },
    [clock.voice],
  );
  useEffect(() => () => ear.current?.close(), []);

  // Ids of a go are made once and kept with the run, so that a retry after a crash is the same go.
  const ids = useRef<Record<string, string>>({});
  const idFor = (key: string): string => {
    ids.current = { ...run.ids, ...ids.current };
    const id = ids.current[key] ?? uuid();
    ids.current[key] = id;
    return id;
  };

  const giveScores = async (item: Item, round: number, scores: ScoreSent[]) => {
    const drill = drills.get(item.drillId);
    const name = drill?.name ?? 'a go';
    const attemptKey = `${item.id}|${round}|${attempt}`;
    const goId = idFor(`${attemptKey}|go`);
    const base = { playerId: visit.playerId, revisionId: run.revisionId, sessionId: run.sessionId, runId: run.id };
    const body: GoSent = { ...base, goId, itemId: item.id, drillId: item.drillId, round, doneAt: Math.round(deviceNow()), scores };
    const said = scores
      .map((score) => `${score.foot === 'both' ? '' : `${score.foot} `}${score.value === null ? 'lost count' : number(score.value)}`)
      .join(', ');
    const out: Outgoing[] = [{ ...fresh(goId, `${name}: ${said}`, run.id), kind: 'go', body }];
    const keyOf = (foot: Foot) => takeKey({ itemId: item.id, round, foot });
    const takes = await filming.collect(scores.map((score) => keyOf(score.foot)));
    for (const score of scores) {
      const take = takes.find((one) => one.key === keyOf(score.foot));
      if (!take) continue;
      const id = uuid();
      const clip = { playerId: visit.playerId, id, scoreId: score.id, squadId: visit.squad.id, workAt: take.workAt ?? 0 };
      const label = `Clip of ${name}${score.foot === 'both' ? '' : `, ${footInWords(score.foot)}`}`;
      out.push({
        ...fresh(id, label, run.id),
        kind: 'clip',
        body: clip,
        file: take.file,
        trim: take.trim,
        prepared: false,
        uploadUrl: null,
      });
    }
    try {
      await clock.give(
        (now) => ({ ...now, ids: { ...now.ids, ...ids.current }, scored: [...now.scored, attemptKey] }),
        out,
        takes.map((take) => take.key),
      );
      setKeeping(null);
    } catch {
      setKeeping('This phone has no room left: the numbers are shown here but not kept. Free some room and give them again.');
      return;
    }
    filming.takeAway(takes.map((take) => take.key));
    const of = (foot: Foot) => numbers.find((one) => one.itemId === item.id && one.foot === foot);
    setOutcomes(scores.map((score) => outcomeOf(score, item, of(score.foot))));
    if (drill) {
      const after = numbersAfter(numbers, scores, item, drill, runner.level);
      setNumbers(after);
      void changeRead<ThisWeek>(`visit:${visit.playerId}`, (now) => ({ ...now, numbers: after })).catch(() => {});
    }
    await sendLog();
  };

  // What was said about the last go is gone when the next one starts.
  const working = interval?.kind === 'work';
  useEffect(() => {
    if (working) setOutcomes([]);
  }, [working]);

  if (clock.loading) return <p className="p-4">Opening the session…</p>;

  if (clock.elsewhere) {
    return (
      <main className="mx-auto flex max-w-lg flex-col gap-4 p-4">
        <h1>{session.name}</h1>
        <Notice tone="look">This session is open in another tab, which has the clock. Close that one to go on here.</Notice>
        <Button look="main" size="player" onClick={() => window.location.reload()}>
          I closed it
        </Button>
      </main>
    );
  }

  if (state.phase === 'waiting') {
    return (
      <Before
        visit={visit}
        session={session}
        minutes={minutesInWords(doseOf(sheet, drills, runner))}
        drills={drills}
        listening={listening}
        hearing={hearing}
        filming={filming.stream !== null}
        filmProblem={filming.problem}
        closedBefore={closed !== null}
        onListen={(on) => void listenOn(on)}
        onFilm={(on) => (on ? void filming.switchOn('environment') : filming.switchOff())}
        onSound={() => clock.voice.check()}
        onStart={() => {
          clock.voice.open();
          tap('start');
        }}
      />
    );
  }

  if (over) {
    const stop = clock.events.findLast((event) => event.type === 'stop');
    return (
      <Suspense fallback={<p className="p-4">One moment…</p>}>
        <After
          run={run}
          sessionName={session.name}
          finished={state.phase === 'finished'}
          hurt={stop?.type === 'stop' && stop.why === 'hurt'}
          share={shareOfWork(sheet, state)}
          mayFilm={visit.mayFilm}
        />
      </Suspense>
    );
  }

  const item = interval?.itemId ? items.get(interval.itemId) : undefined;
  const drill = drillOf(interval);
  const paused = state.phase === 'paused';
  const left = interval ? clockWords(Math.max(0, interval.seconds - state.ranMs / 1000)) : '';
  const here = [drill?.name, interval && sideInWords(interval), interval?.ends === 'clock' ? `${left} left` : '']
    .filter(Boolean)
    .join(', ');
  const tapsOfWork = interval?.itemId ? tapKey({ ...interval, itemId: interval.itemId }) : '';
  const changeTaps = (next: readonly Tap[]) => {
    setTaps((all) => ({ ...all, [tapsOfWork]: next }));
    void keepTaps(run.id, tapsOfWork, next).catch(() => {});
  };
  const again = () => {
    // Done anew, counted anew.
    const cleared = Object.fromEntries(
      Object.keys(taps).flatMap((key) => (interval?.itemId && key.startsWith(`${interval.itemId}|${interval.round}|`) ? [[key, []]] : [])),
    );
    for (const key of Object.keys(cleared)) void keepTaps(run.id, key, []).catch(() => {});
    setTaps((all) => ({ ...all, ...cleared }));
    tap('again');
  };
  const goOn = () => {
    clock.voice.open();
    tap('resume');
  };
  return (
    <main className="mx-auto flex h-dvh max-w-lg flex-col gap-3 overflow-y-auto p-4 flat:max-w-none">
      <h1 className="sr-only">{session.name}</h1>
      {clock.keepProblem && <Notice tone="stop">{clock.keepProblem}</Notice>}
      {keeping && <Notice tone="stop">{keeping}</Notice>}
      {clock.awayMs > 2000 && (
        <Notice tone="look">Welcome back. The clock stood still for {clockWords(clock.awayMs / 1000)}; you are where you were.</Notice>
      )}
      {clock.missed.length > 0 && (
        <Notice tone="look">
          While the screen was off: {clock.missed.flatMap((one) => missedWords(sheet[one.index])).join(', ')}. Pause, then Again, does this
          one once more.
        </Notice>
      )}
      {paused ? (
        <PausePanel
          here={here}
          onGoOn={goOn}
          onAgain={again}
          onSkip={() => tap('skip')}
          onHurt={() => clock.stop('hurt')}
          onLeave={() => clock.stop('left')}
        />
      ) : interval?.kind === 'score' && item && drill ? (
        <Suspense fallback={<p>One moment…</p>}>
          <h2 className="text-2xl">How many?</h2>
          <ScoreEntry
            key={`${item.id}|${interval.round}|${attempt}`}
            item={item}
            drill={drill}
            feet={feetToScore(item, runner.strongerFoot)}
            work={workOfGo(sheet, state, item.id, interval.round)}
            numbers={numbers.filter((one) => one.itemId === item.id)}
            tapped={(foot, surface) => {
              const keys = Object.keys(taps).filter((key) => {
                const [itemId, round, tappedFoot, tappedSurface] = key.split('|');
                const sameGo = itemId === item.id && round === String(interval.round);
                return sameGo && (surface ? tappedSurface === surface : tappedFoot === foot);
              });
              return keys.length > 0 ? keys.flatMap((key) => taps[key] ?? []) : null;
            }}
            takes={filming.takes}
            takeOf={(foot) => filming.takes.find((take) => take.key === takeKey({ itemId: item.id, round: interval.round, foot }))}
            idOf={(foot) => idFor(`${item.id}|${interval.round}|${attempt}|${foot}`)}
            onGive={(scores) => void giveScores(item, interval.round, scores)}
            onAgain={again}
          />
          {visit.mayFilm && (
            <Takes
              feet={feetToScore(item, runner.strongerFoot)}
              keyOf={(foot) => takeKey({ itemId: item.id, round: interval.round, foot })}
              takes={filming.takes}
              onPick={(key, file) => filming.addTake(key, file, null)}
              onDrop={filming.dropTake}
              onTrim={filming.trimTake}
            />
          )}
          {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
          <Button size="player" onClick={() => tap('pause')}>
            Pause
          </Button>
        </Suspense>
      ) : (
        <ClockFace
          sheet={sheet}
          state={state}
          drillOf={drillOf}
          listening={listening}
          halves={
            helper && item?.scored && interval ? (
              <TapHalves
                foot={interval.foot}
                tries={item.dose.measure === 'unbroken run'}
                taps={taps[tapsOfWork] ?? []}
                onChange={changeTaps}
              />
            ) : null
          }
          onPause={() => tap('pause')}
          onReady={() => tap('ready')}
          onDone={() => tap('done')}
        >
          <Outcomes outcomes={outcomes} />
          {!working && (
            <div className="flex flex-col gap-2">
              {filming.stream && <Framing stream={filming.stream} mirrored={filming.facing === 'user'} />}
              <div className="flex gap-2">
                <Button size="player" className="flex-1 px-2!" aria-pressed={helper} onClick={() => setHelper(!helper)}>
                  <HeartHandshake aria-hidden className="size-5 shrink-0" /> {helper ? 'No helper' : 'Helper counts'}
                </Button>
                {visit.mayFilm && (
                  <Button
                    size="player"
                    className="flex-1 px-2!"
                    onClick={() => (filming.stream ? filming.switchOff() : void filming.switchOn(filming.facing))}
                  >
                    {filming.stream ? (
                      <CameraOff aria-hidden className="size-5 shrink-0" />
                    ) : (
                      <Camera aria-hidden className="size-5 shrink-0" />
                    )}
                    {filming.stream ? 'Stop filming' : 'Film my goes'}
                  </Button>
                )}
                {filming.stream && (
                  <Button
                    size="player"
                    aria-label={filming.facing === 'user' ? 'Use the back camera' : 'Use the front camera'}
                    onClick={() => void filming.switchOn(filming.facing === 'user' ? 'environment' : 'user')}
                  >
                    <SwitchCamera aria-hidden className="size-5 shrink-0" />
                  </Button>
                )}
              </div>
              {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
            </div>
          )}
          {filming.filming && working && <p className="font-bold text-xl">Filming this go</p>}
        </ClockFace>
      )}
    </main>
  );
}
