import { SkipForward } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { callAs } from '../../client/client.ts';
import { companionsHere } from '../../client/companions.ts';
import { guarded } from '../../client/guarded.tsx';
import type { SquadLine } from '../../client/squad-line.ts';
import { type JoinPage, type TogetherScene, togetherApi } from '../../contract/together.ts';
import { t } from '../../core/text/translate.ts';
import { followSquad, heldBy } from '../../core/together/follow.ts';
import { goesTogether, sheetTogether } from '../../core/together/sheet.ts';
import { squadClock } from '../../core/together/squad-clock.ts';
import { advance, type ClockState, type Interval } from '../../core/training/index.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { useHere } from '../training/here.ts';
import type { FollowingClock, Live, SquadOn } from '../training/live.ts';
import type { Turn } from '../training/use-turn.ts';
import { drillsOfVisit, type Visiting } from '../training/visiting.ts';
import { PictureGate, SquadGate } from './SquadGate.tsx';
import { useSquadLine } from './use-squad-line.ts';

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
  /** Whose number is being typed. */
  const [typing, setTyping] = useState<Readonly<Record<string, boolean>>>({});
  useEffect(() => {
    const beside = companionsHere(me);
    if (beside.length === 0) return;
    void Promise.all(beside.map(({ playerId }) => callAs(playerId, togetherApi.join, { evening: evening.id }).catch(() => null))).then(
      (found) => setOthers(found.flatMap((one) => (one && visitingOf(one)) ?? [])),
    );
  }, [me, evening.id]);
  const players = useMemo(() => (first ? [first, ...others] : []), [first, others]);
  const names = useMemo(() => (first ? goNamesOf(first) : []), [first]);
  const isShared = others.length > 0;
  // Whoever has a number to give has the phone; else the one who is signed in.
  const shown = players.find((one) => typing[one.visit.playerId])?.visit.playerId ?? me;
  const onTyping = useCallback(
    (playerId: string, now: boolean) => setTyping((was) => (was[playerId] === now ? was : { ...was, [playerId]: now })),
    [],
  );
  const last = heard.commands.findLast((one) => one.type === 'go' || one.type === 'ask');
  const isOver = heard.commands.some((one) => one.type === 'end');
  return players.map((one) => (
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
        isOver={isOver}
        turn={isShared ? { nickname: one.visit.nickname, mine: shown === one.visit.playerId } : null}
        onTyping={onTyping}
      />
    </div>
  ));
});

/** The names of the goes, in order, as a player has the drills. */
function goNamesOf({ visit, session }: Visiting): string[] {
  const drills = drillsOfVisit(visit);
  return goesTogether(sheetTogether(session, drills, visit.runner)).map((go) => drills.get(go.drillId)?.name ?? go.drillId);
}

interface OnProps extends Visiting, Pick<Live, 'on' | 'scene' | 'isOnLine' | 'startsAt' | 'asksReady'> {
  /** Whose line it is. */
  beside: string;
  /** The coach has ended it. */
  isOver: boolean;
  turn: { nickname: string; mine: boolean } | null;
  onTyping(playerId: string, isTyping: boolean): void;
}

function OnEvening({ visit, session, beside, isOver, turn, onTyping, ...heard }: OnProps) {
  const { playerId, pictures } = visit;
  const evening = heard.on.eveningId;
  const say = useCallback(
    (doing: 'here' | 'ready' | 'with' | 'waits') =>
      void callAs(playerId, togetherApi.here, { evening }, { doing, beside }).catch(() => {
        // Said anew with the next change, and whenever the line is back.
      }),
    [playerId, evening, beside],
  );
  const isWith = useRef(false);
  const report = useCallback(
    (sheet: readonly Interval[], state: ClockState) => {
      const kind = state.phase === 'running' ? sheet[state.index]?.kind : undefined;
      onTyping(playerId, kind === 'score');
      const now = kind !== undefined && kind !== 'set-up';
      if (now && !isWith.current) say('with');
      isWith.current = now;
    },
    [onTyping, playerId, say],
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
  const setUp = t('Your coach begins the next go');
  const live: Live = { ...heard, timeZone: visit.squad.timeZone, setUp, Gate: pictures ? PictureGate : SquadGate, Skip, say };
  const among: Turn | null = turn && { ...NO_TURNS, ...turn, isShown: turn.mine, whose: turn.nickname };
  return (
    <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
      <Visit
        visit={visit}
        session={session}
        turn={among}
        company={
          isOver ? (
            <Notice tone="look">
              {t('This evening is over. Its drills are a session of the week too: do them when you like.')}{' '}
              <ButtonLink href="/week" size="player">
                {t('Back to This week')}
              </ButtonLink>
            </Notice>
          ) : null
        }
        live={live}
        onClock={report}
      />
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
