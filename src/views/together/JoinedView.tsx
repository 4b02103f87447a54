import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { callAs } from '../../client/client.ts';
import { companionsHere } from '../../client/companions.ts';
import { guarded } from '../../client/guarded.tsx';
import type { TogetherScene } from '../../contract/together.ts';
import { type JoinPage, togetherApi } from '../../contract/together.ts';
import { t } from '../../core/text/translate.ts';
import { followSquad } from '../../core/together/follow.ts';
import { sheetTogether } from '../../core/together/sheet.ts';
import { squadClock } from '../../core/together/squad-clock.ts';
import { advance, type ClockState, type Interval } from '../../core/training/index.ts';
import { Notice } from '../../ui/parts/index.ts';
import { useHere } from '../training/here.ts';
import { SquadGate } from '../training/SquadGate.tsx';
import type { Live, SquadOn } from '../training/use-follow.ts';
import type { Turn } from '../training/use-turn.ts';
import type { Visiting } from '../training/visiting.ts';
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

interface Props {
  page: JoinPage;
  /** The drill of each go, in order. */
  goNames: readonly string[];
}

/** A live evening on a player's phone; whoever shares it is on it as well, and gives a number of the own after each go. */
export const JoinedView = guarded(function JoinedView({ page, goNames }: Props) {
  const { evening } = page;
  const first = useMemo(() => visitingOf(page), [page]);
  const me = page.visit.playerId;
  useHereOf(page);
  const { line, heard } = useSquadLine(evening, { scene: page.scene });
  const [others, setOthers] = useState<Visiting[]>([]);
  /** Where each player's clock stands: at a number, or elsewhere. */
  const [typing, setTyping] = useState<Readonly<Record<string, boolean>>>({});
  useEffect(() => {
    const beside = companionsHere(me);
    if (beside.length === 0) return;
    void Promise.all(beside.map(({ playerId }) => callAs(playerId, togetherApi.join, { evening: evening.id }).catch(() => null))).then(
      (found) => setOthers(found.flatMap((one) => (one && visitingOf(one)) ?? [])),
    );
  }, [me, evening.id]);
  const on: SquadOn = useMemo(
    () => ({
      eveningId: evening.id,
      serverNow: () => line.serverNow(),
      sheetOf: sheetTogether,
      follow(sheet, { state, log, now }, serverAhead) {
        const said = line.now().commands.map((one) => ({ ...one, at: one.at - serverAhead }));
        return followSquad(sheet, advance(sheet, state, now), log, squadClock(sheet, said, now));
      },
      subscribe: line.subscribe,
    }),
    [evening.id, line],
  );
  const players = useMemo(() => (first ? [first, ...others] : []), [first, others]);
  const isShared = others.length > 0;
  // Whoever has a number to give has the phone; the one who is signed in first.
  const shown = players.find((one) => typing[one.visit.playerId])?.visit.playerId ?? me;
  const tell = useCallback((playerId: string, sheet: readonly Interval[], state: ClockState) => {
    const now = state.phase === 'running' && sheet[state.index]?.kind === 'score';
    setTyping((was) => (was[playerId] === now ? was : { ...was, [playerId]: now }));
  }, []);
  const last = heard.commands.findLast((one) => one.type === 'go' || one.type === 'ask');
  if (!first) return null;
  return (
    <>
      {players.map((one) => (
        <div key={one.visit.playerId} hidden={shown !== one.visit.playerId}>
          <AskedAgain scene={heard.scene} me={one.visit.playerId} names={goNames} />
          <OnEvening
            {...one}
            on={on}
            scene={heard.scene}
            isOnLine={heard.isOnLine}
            startsAt={evening.startsAt}
            asksReady={last?.type === 'ask'}
            isShared={isShared}
            turn={isShared ? { nickname: one.visit.nickname, mine: shown === one.visit.playerId } : null}
            onClock={tell}
          />
        </div>
      ))}
    </>
  );
});

/** The week that a device keeps for when there is no line is the whole one, never an evening's part of it. */
function useHereOf({ visit }: JoinPage): void {
  useHere(visit, true);
}

interface OnProps extends Visiting, Omit<Live, 'say' | 'timeZone' | 'Gate'> {
  turn: { nickname: string; mine: boolean } | null;
  onClock(playerId: string, sheet: readonly Interval[], state: ClockState): void;
}

function OnEvening({ visit, session, on, scene, isOnLine, startsAt, asksReady, isShared, turn, onClock }: OnProps) {
  const { playerId } = visit;
  const say = useCallback(
    (doing: 'here' | 'ready' | 'with' | 'waits') =>
      void callAs(playerId, togetherApi.here, { evening: on.eveningId }, { doing }).catch(() => {
        // Said anew with the next change, and whenever the line is back.
      }),
    [playerId, on],
  );
  const live: Live = { on, scene, isOnLine, startsAt, timeZone: visit.squad.timeZone, asksReady, isShared, say, Gate: SquadGate };
  const report = useCallback((sheet: readonly Interval[], state: ClockState) => onClock(playerId, sheet, state), [onClock, playerId]);
  const among: Turn | null = turn && { ...NO_TURNS, ...turn, isShown: turn.mine, whose: turn.nickname };
  return (
    <Suspense fallback={<p className="p-4">{t('One moment…')}</p>}>
      <Visit visit={visit} session={session} turn={among} company={null} live={live} onClock={report} />
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
