import { Camera, CameraOff, X } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { GoSent, ScoreSent, ThisWeek } from '../../contract/go.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { attemptOf, compileRunSheet, feetToScore, type Interval, shareOfWork, workOfGo } from '../../core/runsheet/index.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { clockWords, footInWords } from '../words.ts';
import { ClockFace } from './ClockFace.tsx';
import { Outbox } from './Outbox.tsx';
import { post } from './outbox.ts';
import { ScoreEntry } from './ScoreEntry.tsx';
import { type Outcome, outcomeOf } from './score-form.ts';
import type { KeptRun } from './store.ts';
import { Takes } from './Takes.tsx';
import { deviceNow, useClock } from './use-clock.ts';
import { useFilming } from './use-filming.ts';

type OpenWeek = NonNullable<ThisWeek['week']>;

interface Props {
  visit: ThisWeek & { week: OpenWeek; squad: NonNullable<ThisWeek['squad']> };
  session: Session;
}

/** The picture of the camera, for framing. */
function Framing({ stream }: { stream: MediaStream }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = stream;
  }, [stream]);
  return (
    <figure className="flex items-center gap-3">
      <video ref={video} autoPlay muted playsInline className="h-20 w-32 bg-ink object-cover" aria-label="Camera picture" />
      <figcaption className="text-dust">Feet and ball in the picture. Only the work is filmed.</figcaption>
    </figure>
  );
}

function Outcomes({ outcomes }: { outcomes: readonly Outcome[] }) {
  return (
    <div className="flex flex-col gap-2" aria-live="polite">
      {outcomes.map((one) => (
        <div key={one.foot} className={`shown-once ${one.kind === 'record' ? 'border-lace border-l-8' : ''} slab p-3`}>
          {one.foot !== 'both' && <span className="text-dust">{footInWords(one.foot)} · </span>}
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

/** The player's visit to one session: the clock, the numbers, the clips. Everything is on the device before it is sent. */
export function GoView({ visit, session }: Props) {
  const { week, runner } = visit;
  const drills = useMemo(() => new Map(Object.entries(week.content.drills)), [week]);
  const sheet = useMemo(() => compileRunSheet(session, drills, runner), [session, drills, runner]);
  const items = useMemo(() => new Map(session.blocks.flatMap((block) => block.items).map((item) => [item.id, item])), [session]);
  const drillOf = useCallback((interval: Interval | undefined) => (interval?.drillId ? drills.get(interval.drillId) : undefined), [drills]);
  const fresh = useCallback(
    (): KeptRun => ({
      id: uuid(),
      sessionId: session.id,
      revisionId: week.revisionId,
      startedAt: 0,
      events: [],
      aliveAt: 0,
      ids: {},
      scored: [],
      over: false,
    }),
    [session, week],
  );
  const clock = useClock(sheet, fresh, (interval) => drillOf(interval)?.name ?? '');
  const { state, run, tap } = clock;
  const interval = sheet[state.index];
  const attempt = interval ? attemptOf(state, state.index) : 0;
  const filming = useFilming(interval ?? null, state.phase === 'paused', attempt, run?.id ?? null);
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const idsRef = useRef<Record<string, string>>({});

  // Ids of a go are made once and kept with the run, so that a retry after a crash is the same go.
  const idFor = useCallback(
    (key: string): string => {
      const known = run?.ids[key] ?? idsRef.current[key];
      if (known) return known;
      const id = uuid();
      idsRef.current[key] = id;
      void clock.change((now) => ({ ...now, ids: { ...idsRef.current, ...now.ids } }));
      return id;
    },
    [run, clock],
  );

  const sendRun = useCallback(async () => {
    if (!run || run.events.length === 0) return;
    const body = {
      id: run.id,
      revisionId: run.revisionId,
      sessionId: run.sessionId,
      startedAt: Math.round(run.startedAt),
      sentAt: Math.round(Date.now()),
      events: run.events,
    };
    await post({ id: run.id, kind: 'run', madeAt: Date.now(), tries: 0, refusal: null, body });
  }, [run]);

  const over = state.phase === 'finished' || state.phase === 'stopped';
  useEffect(() => {
    if (over && run?.over) void sendRun();
  }, [over, run?.over, sendRun]);

  const giveScores = useCallback(
    async (item: Item, round: number, scores: ScoreSent[]) => {
      if (!run) return;
      const attemptKey = `${item.id}|${round}|${attempt}`;
      const body: GoSent = {
        goId: idFor(`${attemptKey}|go`),
        revisionId: run.revisionId,
        sessionId: run.sessionId,
        itemId: item.id,
        drillId: item.drillId,
        round,
        runId: run.id,
        doneAt: Math.round(deviceNow()),
        scores,
      };
      await post({ id: body.goId, kind: 'go', madeAt: Date.now(), tries: 0, refusal: null, body });
      for (const score of scores) {
        const take = filming.takes.find((one) => one.key === `${item.id}|${round}|${score.foot}`);
        if (!take) continue;
        const id = uuid();
        const drill = drills.get(item.drillId);
        await post({
          id,
          kind: 'clip',
          madeAt: Date.now() + 1,
          tries: 0,
          refusal: null,
          body: { id, scoreId: score.id, squadId: visit.squad.id, workAt: 0 },
          file: take.file,
          prepared: false,
          uploadUrl: null,
          label: `The clip of ${drill?.name ?? 'a go'}`,
        });
        filming.dropTake(take.key);
      }
      const of = (foot: Foot) => visit.numbers.find((one) => one.itemId === item.id && one.foot === foot);
      setOutcomes(scores.map((score) => outcomeOf(score, item, of(score.foot))));
      await clock.change((now) => ({ ...now, scored: [...now.scored, attemptKey] }));
      tap('done');
      await sendRun();
    },
    [run, attempt, idFor, filming, visit, drills, clock, tap, sendRun],
  );

  // What was said about the last go is gone when the next one starts.
  const working = interval?.kind === 'work';
  useEffect(() => {
    if (working) setOutcomes([]);
  }, [working]);

  if (clock.loading) return <p className="p-4">Opening the session…</p>;

  if (state.phase === 'waiting') {
    return (
      <main className="mx-auto flex min-h-dvh max-w-lg flex-col gap-4 p-4">
        <h1>{session.name}</h1>
        <p>
          Lean the phone on a bottle, two big steps away. You will hear when to go, when to switch and when to stop. Stop on pain or
          dizziness, and tell a grown-up.
        </p>
        <Button
          look="main"
          size="player"
          onClick={() => {
            clock.voice.open();
            tap('start');
          }}
        >
          Start
        </Button>
        <ButtonLink href="/week" size="player">
          Back to This week
        </ButtonLink>
      </main>
    );
  }

  if (over) {
    const share = Math.round(shareOfWork(sheet, state) * 100);
    return (
      <main className="mx-auto flex min-h-dvh max-w-lg flex-col gap-4 p-4">
        <h1>{state.phase === 'finished' ? 'That is all. Well done.' : 'You stopped here.'}</h1>
        <Outcomes outcomes={outcomes} />
        <p>
          {share} % of the work of “{session.name}” is done. Your coach sees your numbers{visit.mayFilm ? ' and clips' : ''} and answers in
          a line.
        </p>
        <Outbox />
        <ButtonLink href="/week" look="main" size="player">
          Back to This week
        </ButtonLink>
        <ButtonLink href="/feet" size="player">
          My feet
        </ButtonLink>
      </main>
    );
  }

  const item = interval?.itemId ? items.get(interval.itemId) : undefined;
  const drill = drillOf(interval);
  const scoring = interval?.kind === 'score' && item && drill;
  const resumed = clock.awayMs > 2000;
  return (
    <main className="mx-auto flex h-dvh max-w-lg flex-col gap-3 overflow-y-auto p-4">
      <header className="flex items-center justify-between">
        <h1 className="text-base">{session.name}</h1>
        <Button size="small" onClick={() => clock.stop('left')}>
          <X aria-hidden className="size-4" /> Stop here
        </Button>
      </header>
      {resumed && (
        <Notice tone="look">
          Welcome back. The clock stood still for {clockWords(clock.awayMs / 1000)}; you are where you were. Tap to go on.
        </Notice>
      )}
      {clock.missed.length > 0 && (
        <Notice tone="look">
          While the screen was off: {clock.missed.flatMap((one) => missedWords(sheet[one.index])).join(', ')}. Tap Again to do this one once
          more.
        </Notice>
      )}
      <Outcomes outcomes={outcomes} />
      {scoring ? (
        <>
          <h2 className="text-2xl">How many?</h2>
          <ScoreEntry
            key={`${item.id}|${interval.round}|${attempt}`}
            item={item}
            drill={drill}
            feet={feetToScore(item, runner.strongerFoot)}
            work={workOfGo(sheet, state, item.id, interval.round)}
            numbers={visit.numbers.filter((one) => one.itemId === item.id)}
            idOf={(foot) => idFor(`${item.id}|${interval.round}|${attempt}|${foot}`)}
            onGive={(scores) => void giveScores(item, interval.round, scores)}
            onAgain={() => tap('again')}
          />
          {visit.mayFilm && (
            <Takes
              feet={feetToScore(item, runner.strongerFoot)}
              keyOf={(foot) => `${item.id}|${interval.round}|${foot}`}
              takes={filming.takes}
              onPick={filming.addTake}
              onDrop={filming.dropTake}
            />
          )}
        </>
      ) : (
        <>
          <ClockFace
            sheet={sheet}
            state={state}
            drillOf={drillOf}
            onPause={() => tap('pause')}
            onResume={() => {
              clock.voice.open();
              tap('resume');
            }}
            onReady={() => tap('ready')}
            onDone={() => tap('done')}
            onAgain={() => tap('again')}
            onSkip={() => tap('skip')}
          />
          {visit.mayFilm && interval?.kind !== 'work' && (
            <div className="flex flex-col gap-2">
              {filming.stream ? (
                <>
                  <Framing stream={filming.stream} />
                  <Button size="player" onClick={filming.switchOff}>
                    <CameraOff aria-hidden className="size-5" /> Stop filming
                  </Button>
                </>
              ) : (
                <Button size="player" onClick={() => void filming.switchOn()}>
                  <Camera aria-hidden className="size-5" /> Film my goes
                </Button>
              )}
              {filming.problem && <Notice tone="look">{filming.problem}</Notice>}
            </div>
          )}
          {filming.stream && interval?.kind === 'work' && <p className="font-semibold text-stop">Filming this go</p>}
        </>
      )}
    </main>
  );
}
