import { lazy, type ReactNode, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { companionsHere } from '../../client/companions.ts';
import { guarded } from '../../client/guarded.tsx';
import { sendForCompanions } from '../../client/send-queue.ts';
import { t } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import type { ClockState, Interval } from '../../core/training/index.ts';
import { Button } from '../../ui/parts/index.ts';
import type { ComingAlong } from './Bring.tsx';
import { useHere } from './here.ts';
import { Opening } from './Opening.tsx';
import type { Turn, TurnRules } from './use-turn.ts';
import { useTurns } from './use-turns.ts';
import { Visit } from './Visit.tsx';
import { type Visiting, visitsOf } from './visiting.ts';

export { Visit };

const Company = lazy(() => import('./Company.tsx').then((file) => ({ default: file.Company })));
const PassOn = lazy(() => import('./PassOn.tsx').then((file) => ({ default: file.PassOn })));
const besideVisits = () => import('./visits-beside.ts');
const turnRules = () => import('../../core/training/turns.ts');

interface Props extends Visiting {
  /** The page was made from what the device keeps: there is no line. */
  kept?: boolean;
}

/** Who begins, and how long all take together. */
const orderWords = (nickname: string, seconds: number, others: number): string =>
  t('{nickname} begins. Together about {minutesInWords}: one works while {others} or counts.', {
    nickname,
    minutesInWords: minutesInWords({ low: seconds, high: seconds }),
    others: others > 1 ? t('the others rest') : t('the other rests'),
  });

interface SharingProps extends Visiting {
  part: Omit<Turn, 'onBegin'> | null;
  company: ReactNode;
  onClock(playerId: string, sheet: readonly Interval[], state: ClockState): void;
  onBegin(playerId: string, begin: (() => void) | null): void;
}

/** One of those who share the phone, or the only one. */
function Sharing({ visit, session, part, company, onClock, onBegin }: SharingProps) {
  const { playerId } = visit;
  const report = useCallback((sheet: readonly Interval[], state: ClockState) => onClock(playerId, sheet, state), [onClock, playerId]);
  const begins = useCallback((begin: (() => void) | null) => onBegin(playerId, begin), [onBegin, playerId]);
  // The clock of whoever is alone is followed too: it says when nobody can come along any more.
  return <Visit visit={visit} session={session} company={company} onClock={report} turn={part && { ...part, onBegin: begins }} />;
}

/** One player's visit to a session, or the visits of several who share the phone and take turns. */
export const GoView = guarded(function GoView({ visit, session, kept = false }: Props) {
  useHere(visit, kept);
  const me = visit.playerId;
  const [others, setOthers] = useState<Visiting[]>([]);
  const [looking, setLooking] = useState(true);
  const players = useMemo(() => [{ visit, session }, ...others], [visit, session, others]);
  const visits = useMemo(() => players.map((one) => one.visit), [players]);
  const [rules, setRules] = useState<TurnRules | null>(null);
  const { floor, seconds, report } = useTurns(visits, rules);
  /** Whose screen is looked at. */
  const [shown, setShown] = useState(me);
  const [begun, setBegun] = useState(false);
  const [asking, setAsking] = useState(false);
  const begins = useRef(new Map<string, () => void>());
  const along = useMemo(
    (): ComingAlong => ({
      rule: t('One works while the other rests or counts. Each has the own numbers.'),
      nothing: t('There is no open week for this player. They can watch and count.'),
      visitOf: async (playerId) => (await besideVisits()).visitBeside(playerId, session.id),
    }),
    [session.id],
  );

  // Who came along earlier today is still here after a reload.
  useEffect(() => {
    const here = companionsHere(me);
    if (here.length === 0) return setLooking(false);
    void Promise.all([visitsOf(here, along.visitOf), turnRules()])
      .then(([found, rules]) => {
        setRules(rules);
        setOthers(found);
      })
      .catch(() => {})
      .finally(() => setLooking(false));
  }, [me, along]);

  const change = (next: Visiting[]) => {
    setOthers(next);
    sendForCompanions(
      me,
      next.map((one) => one.visit),
    );
  };
  const whose = floor.who === null ? null : (players[floor.who]?.visit ?? null);
  const whoseId = whose?.playerId ?? null;
  const goesOn = floor.goesOn;
  useEffect(() => {
    if (whoseId && goesOn) setShown(whoseId);
  }, [whoseId, goesOn]);
  const show = useCallback((playerId: string) => {
    setShown(playerId);
    begins.current.get(playerId)?.();
  }, []);
  const tell = useCallback(
    (playerId: string, sheet: readonly Interval[], state: ClockState) => {
      if (state.phase !== 'waiting') setBegun(true);
      report(playerId, sheet, state);
    },
    [report],
  );
  const pass = useCallback(() => whoseId && show(whoseId), [whoseId, show]);
  const beginsWith = useCallback((playerId: string, begin: (() => void) | null) => {
    if (begin) begins.current.set(playerId, begin);
    else begins.current.delete(playerId);
  }, []);

  if (looking) return <Opening visit={visit} session={session} />;
  return (
    <>
      {players.map((one) => {
        const { playerId, nickname } = one.visit;
        const isShown = others.length === 0 || shown === playerId;
        return (
          <div key={playerId} hidden={!isShown}>
            <Sharing
              {...one}
              part={
                others.length === 0 || !rules
                  ? null
                  : { rules, nickname, mine: whoseId === playerId, isShown, goesOn, whose: whose?.nickname ?? null, pass }
              }
              onClock={tell}
              onBegin={beginsWith}
              company={
                playerId === me && !kept && !begun && !visit.practice ? (
                  others.length === 0 && !asking ? (
                    <Button
                      size="player"
                      onClick={() => {
                        setAsking(true);
                        void turnRules().then(setRules);
                      }}
                    >
                      {t('Somebody plays with me')}
                    </Button>
                  ) : (
                    <Suspense>
                      <Company
                        visit={visit}
                        others={others}
                        title={t('You take turns')}
                        order={orderWords(visit.nickname, seconds, others.length)}
                        along={along}
                        onChange={change}
                        asks={asking}
                        onAsk={setAsking}
                      />
                    </Suspense>
                  )
                ) : (
                  others.length > 0 && <h2 className="text-2xl">{t('{nickname}, this is yours.', { nickname })}</h2>
                )
              }
            />
          </div>
        );
      })}
      {others.length > 0 && begun && (
        <Suspense>
          <PassOn players={visits} shown={shown} whose={whoseId} onShow={show} />
        </Suspense>
      )}
    </>
  );
});
