import { SkipForward } from 'lucide-react';
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { callAs, ServerProblem } from '../../client/client.ts';
import { companionsHere } from '../../client/companions.ts';
import { guarded } from '../../client/guarded.tsx';
import { sendForCompanions } from '../../client/send-queue.ts';
import type { SquadLine } from '../../client/squad-line.ts';
import { type JoinPage, type TogetherScene, togetherApi } from '../../contract/together.ts';
import { t } from '../../core/text/translate.ts';
import { followSquad, heldBy } from '../../core/together/follow.ts';
import { goesTogether, secondsTogether, sheetTogether } from '../../core/together/sheet.ts';
import { squadClock } from '../../core/together/squad-clock.ts';
import { type ClockHere, type ClocksHere, shownOf, urgencyOf } from '../../core/together/whose-screen.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import { advance, type ClockState, type Interval } from '../../core/training/index.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import type { ComingAlong } from '../training/Bring.tsx';
import { Company } from '../training/Company.tsx';
import { useHere } from '../training/here.ts';
import type { FollowingClock, Live, SquadOn } from '../training/live.ts';
import type { Turn } from '../training/use-turn.ts';
import { drillsOfVisit, type Visiting, visitsOf } from '../training/visiting.ts';
import { PictureGate, SquadGate } from './SquadGate.tsx';
import { useSquadLine } from './use-squad-line.ts';
import { WhoseScreen } from './WhoseScreen.tsx';

/** The same as alone, out of the same script. */
const Visit = lazy(() => import('../training/GoView.tsx').then((file) => ({ default: file.Visit })));

/** The visit of a player to an evening; null between weeks. */
function visitingOf({ visit, evening }: JoinPage): Visiting | null {
  const { week, squad } = visit;
  const session = week?.content.sessions[0];
  return week && squad && session ? { visit: { ...visit, week, squad }, session: { ...session, name: evening.session.name } } : null;
}

/** What the coach asks one of this phone to do once more. */
function AskedAgain({ scene, me, names }: { scene: TogetherScene | null; me: string; names: readonly string[] }) {
  const asked = (scene?.again ?? []).filter((one) => one.playerId === me);
  if (asked.length === 0) return null;
  return (
    <div className="mx-auto max-w-lg px-4 pt-4">
      <Notice tone="look">
        {t('Your coach would like this once more: {names}. It waits on This week too.', {
          names: [...new Set(asked.map((one) => names[one.go] ?? ''))].join(', '),
        })}
      </Notice>
    </div>
  );
}

/** The visit of somebody on this phone to an evening; null where it is not theirs. @throws ServerProblem */
async function joinedBy(playerId: string, evening: string): Promise<Visiting | null> {
  try {
    return visitingOf(await callAs(playerId, togetherApi.join, { evening }));
  } catch (error) {
    if (error instanceof ServerProblem && error.status === 404) return null;
    throw error;
  }
}

/** How often a visit looks where the squad is. */
const LOOK_MS = 200;

/** The squad's clock over a line, for the visits of this phone. */
function squadOver(eveningId: string, line: SquadLine): SquadOn {
  return {
    eveningId,
    serverNow: () => line.serverNow(),
    sheetOf: sheetTogether,
    heldBy,
    keep(sheet: readonly Interval[], { own, add, onWait }: FollowingClock) {
      const look = () => {
        const { state, log, now, serverAhead } = own();
        if (serverAhead === null) return;
        const said = line.now().commands.map((one) => ({ ...one, at: one.at - serverAhead }));
        const found = followSquad(sheet, advance(sheet, state, now), log, squadClock(sheet, said, now));
        onWait(found.kind === 'wait');
        if (found.kind === 'event') add(found.event);
      };
      const timer = setInterval(look, LOOK_MS);
      const stop = line.subscribe(look);
      return () => {
        clearInterval(timer);
        stop();
      };
    },
  };
}

/** A live evening on a player's phone; whoever shares it is on it as well, and gives a number of the own after each go. */
export const JoinedView = guarded(function JoinedView({ page }: { page: JoinPage }) {
  const { evening } = page;
  const first = useMemo(() => visitingOf(page), [page]);
  const me = page.visit.playerId;
  // The week that a device keeps for when there is no line is the whole one, never an evening's part of it.
  useHere(page.visit, true);
  const { line, heard } = useSquadLine(evening, { scene: page.scene });
  const on = useMemo(() => squadOver(evening.id, line), [evening.id, line]);
  const [others, setOthers] = useState<Visiting[]>([]);
  const [asking, setAsking] = useState(false);
  const [clocks, setClocks] = useState<ClocksHere>({});
  /** Whose screen was asked for. */
  const [looked, setLooked] = useState(me);
  const [readyAt, setReadyAt] = useState(-1);
  /** “Start” was pressed on this page. */
  const [isBegun, setBegun] = useState(false);
  const begin = useCallback(() => setBegun(true), []);
  const along = useMemo(
    (): ComingAlong => ({
      rule: t('Each does every go and has the own numbers. With one ball you take turns: whoever did not play says so after the go.'),
      nothing: t('This player is not on this evening. They can watch and count.'),
      visitOf: (playerId) => joinedBy(playerId, evening.id),
    }),
    [evening.id],
  );
  useEffect(() => {
    void visitsOf(companionsHere(me), along.visitOf).then(setOthers);
  }, [me, along]);
  const change = (next: Visiting[]) => {
    // Who came along earlier and is not of this evening still has things to send.
    const elsewhere = companionsHere(me).filter((one) => ![...others, ...next].some(({ visit }) => visit.playerId === one.playerId));
    setOthers(next);
    sendForCompanions(me, [...elsewhere, ...next.map((one) => one.visit)]);
  };
  const players = useMemo(() => (first ? [first, ...others] : []), [first, others]);
  const names = useMemo(() => (first ? goNamesOf(first) : []), [first]);
  const isShared = others.length > 0;
  const shown = shownOf(
    players.map((one) => one.visit.playerId),
    clocks,
    looked,
  );
  const isOn = Object.values(clocks).some((one) => one.phase !== 'waiting');
  const onClock = useCallback(
    (playerId: string, { phase, kind, ends }: ClockHere) =>
      setClocks((was) => {
        const { [playerId]: before } = was;
        const isSame = before?.phase === phase && before.kind === kind && before.ends === ends;
        return isSame ? was : { ...was, [playerId]: { phase, kind, ends } };
      }),
    [],
  );
  const last = heard.commands.findLast((one) => one.type === 'go' || one.type === 'ask');
  const isOver = heard.commands.some((one) => one.type === 'end');
  const company = isOver ? (
    <Notice tone="look">
      {t('This evening is over. Its drills are a session of the week too: do them when you like.')}{' '}
      <ButtonLink href="/week" size="player">
        {t('Back to This week')}
      </ButtonLink>
    </Notice>
  ) : (
    first && (
      <Company
        visit={first.visit}
        others={others}
        title={t('On this phone')}
        order={t('After each go the phone asks one after the other for the number.')}
        along={along}
        onChange={change}
        asks={asking}
        onAsk={setAsking}
      />
    )
  );
  return (
    <>
      {isShared && isOn && urgencyOf(clocks[shown]) === 0 && (
        <WhoseScreen players={players.map((one) => one.visit)} shown={shown} onShow={setLooked} />
      )}
      {players.map((one) => (
        <div key={one.visit.playerId} hidden={shown !== one.visit.playerId}>
          <AskedAgain scene={heard.scene} me={one.visit.playerId} names={names} />
          <OnEvening
            {...one}
            on={on}
            beside={me}
            scene={heard.scene}
            isOnLine={heard.isOnLine}
            startsAt={evening.startsAt}
            asksReady={last?.type === 'ask'}
            isBegun={isBegun}
            begin={begin}
            readyAt={readyAt}
            onReady={setReadyAt}
            company={company}
            turn={isShared ? { nickname: one.visit.nickname, mine: shown === one.visit.playerId } : null}
            onClock={onClock}
          />
        </div>
      ))}
    </>
  );
});

/** The names of the goes, in order, as a player has the drills. */
function goNamesOf({ visit, session }: Visiting): string[] {
  const drills = drillsOfVisit(visit);
  return goesTogether(sheetTogether(session, drills, visit.runner)).map((go) => drills.get(go.drillId)?.name ?? go.drillId);
}

interface OnProps
  extends Visiting,
    Pick<Live, 'on' | 'scene' | 'isOnLine' | 'startsAt' | 'asksReady' | 'isBegun' | 'begin' | 'readyAt' | 'onReady'> {
  /** Whose line it is. */
  beside: string;
  company: ReactNode;
  turn: { nickname: string; mine: boolean } | null;
  onClock(playerId: string, clock: ClockHere): void;
}

function OnEvening({ visit, session, beside, company, turn, onClock, ...heard }: OnProps) {
  const { playerId, pictures } = visit;
  const { eveningId: evening } = heard.on;
  const { onReady } = heard;
  const say = useCallback(
    (doing: 'here' | 'ready' | 'with' | 'waits') =>
      void callAs(playerId, togetherApi.here, { evening }, { doing, beside }).catch(() => {
        // Said anew with the next change, and whenever the line is back.
      }),
    [playerId, evening, beside],
  );
  const isWith = useRef(false);
  const report = useCallback(
    (sheet: readonly Interval[], { phase, index }: ClockState) => {
      const here = sheet[index];
      onClock(playerId, { phase, kind: here?.kind, ends: here?.ends });
      const now = phase === 'running' && here !== undefined && here.kind !== 'set-up';
      if (now && !isWith.current) {
        say('with');
        // Whoever was ready was so for this go, also where it is done again.
        onReady(-1);
      }
      isWith.current = now;
    },
    [onClock, onReady, playerId, say],
  );
  const isShared = turn !== null;
  const Skip = useCallback(
    ({ onSkip }: { onSkip(): void }) => (
      <Button size="player" onClick={onSkip} aria-label={isShared ? t('Not my go this time') : t('No number this time')}>
        {pictures ? <SkipForward aria-hidden className="size-8" /> : isShared ? t('Not my go this time') : t('No number this time')}
      </Button>
    ),
    [isShared, pictures],
  );
  const minutes = useMemo(() => {
    const seconds = secondsTogether(sheetTogether(session, drillsOfVisit(visit), visit.runner));
    return minutesInWords({ low: seconds, high: seconds });
  }, [visit, session]);
  const setUp = t('Your coach begins the next go');
  const live: Live = { ...heard, timeZone: visit.squad.timeZone, minutes, setUp, Gate: pictures ? PictureGate : SquadGate, Skip, say };
  const among: Turn | null = turn && { ...NO_TURNS, ...turn, isShown: turn.mine, whose: turn.nickname };
  return (
    <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
      <Visit visit={visit} session={session} turn={among} company={company} live={live} onClock={report} />
    </Suspense>
  );
}

/** On an evening the coach says when; what is left of turns is whose screen it is. */
const NO_TURNS = {
  rules: { turnsOf: () => [], isAtTurn: () => false } as unknown as Turn['rules'],
  goesOn: false,
  onBegin() {},
  pass() {},
};
