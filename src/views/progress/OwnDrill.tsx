import { useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords, footInWords, number } from '../../client/words.ts';
import { type CoachDrill, type NextStepView, type OwnStepView, type PlayerPage, progressApi } from '../../contract/progress.ts';
import { saidOften } from '../../core/progress/plateau.ts';
import { english, plural, t, term } from '../../core/text/translate.ts';
import { Button, Empty, Notice } from '../../ui/parts/index.ts';
import { CurveBox } from './CurveBox.tsx';
import { DrillSeam } from './DrillSeam.tsx';

const STEP_WORDS = {
  'easier link': english('the easier drill'),
  'harder link': english('the harder drill'),
  'other pace': english('another pace'),
  'wider cones': english('wider cones'),
  'closer cones': english('closer cones'),
  'other cues': english('the other school’s cues'),
  rest: english('a week without it'),
} as const;

export const stepWords = (step: { kind: keyof typeof STEP_WORDS; toDrillName?: string | null; drillName?: string | null }) =>
  step.toDrillName ? `${term(STEP_WORDS[step.kind])}, ${step.toDrillName}` : term(STEP_WORDS[step.kind]);

interface StepsProps {
  squad: string;
  player: string;
  drill: CoachDrill;
  chosen: OwnStepView[];
  onChosen(steps: OwnStepView[]): void;
}

/** What may get somebody unstuck, each with its reason and one press to put it into the player's next week. */
function Steps({ squad, player, drill, chosen, onChosen }: StepsProps) {
  const { problem, busy, attempt } = useAttempt();
  const taken = chosen.find((one) => one.drillId === drill.drillId);
  const take = (step: NextStepView) =>
    attempt(async () => {
      const body = { id: uuid(), drillId: drill.drillId, kind: step.kind, toDrillId: step.drillId };
      const made = await call(progressApi.takeStep, { squad, player }, body);
      onChosen([made, ...chosen.filter((one) => one.drillId !== drill.drillId)]);
    });
  const drop = (step: OwnStepView) =>
    attempt(async () => {
      await call(progressApi.dropStep, { squad, player, step: step.id });
      onChosen(chosen.filter((one) => one.id !== step.id));
    });
  return (
    <div className="flex flex-col gap-2">
      {problem && <Notice tone="stop">{problem}</Notice>}
      {taken && (
        <p className="flex flex-wrap items-center gap-2">
          <b>{t('Week {week}: {stepWords}', { week: taken.week, stepWords: stepWords(taken) })}</b>
          <Button size="small" disabled={busy} onClick={() => void drop(taken)}>
            {t('Take it back')}
          </Button>
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {drill.steps.map((step) => (
          <li key={`${step.kind}${step.drillId}`} className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
            <span className="min-w-0 flex-1">
              <span className="font-semibold first-letter:uppercase">{stepWords({ kind: step.kind, toDrillName: step.drillName })}</span>
              <span className="block text-dust text-sm">{step.reason}</span>
            </span>
            <Button size="small" disabled={busy} onClick={() => void take(step)}>
              {t('Put it in next week')}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Stuck({ drill }: { drill: CoachDrill }) {
  const { plateau, fallen, said } = drill;
  const of = (foot: string) => (foot === 'both' ? '' : t(' with the {foot} foot', { foot }));
  return (
    <>
      {plateau && (
        <p>
          <b>{t('A plateau{of}:', { of: of(plateau.foot) })}</b>{' '}
          {t('{clockedGos} over {days} since the record of {record}, none better, and the trend holds level.', {
            clockedGos: plural(plateau.goes, 'clocked go'),
            days: plural(plateau.days, 'day'),
            record: number(plateau.record),
          })}
        </p>
      )}
      {saidOften(said) && (
        <p>
          {t('Said to be')} <b>{t('too {saidOften}', { saidOften: saidOften(said) })}</b>{' '}
          {t('on {days} in the last four weeks.', { days: plural(Math.max(said.hard, said.easy), 'day') })}
        </p>
      )}
      {fallen && (
        <p>
          <b>{t('{gos} running', { gos: plural(fallen.goes, 'go') })}</b>{' '}
          {t('below 85 % of the record{of}. Ups and downs are normal; this many are worth a look. Only coaches see this.', {
            of: of(fallen.foot),
          })}
        </p>
      )}
    </>
  );
}

const REMEMBERED = 'eager-feet-drill';

/** Up to so many drills are offered at once; typing finds the others. */
const OFFERED = 8;

/** One drill of a player, chosen by search and remembered: seam over weeks, curve, milestones, and what may come next. */
export function OwnDrill({ player, chosen, onChosen }: { player: PlayerPage; chosen: OwnStepView[]; onChosen: StepsProps['onChosen'] }) {
  const [query, setQuery] = useState('');
  const [key, setKey] = useState(player.drills[0]?.key ?? '');
  const place = `${REMEMBERED}:${player.playerId}`;
  useEffect(() => {
    // What was looked at last is a matter of this browser.
    const kept = keptHere(place);
    if (typeof kept === 'string' && player.drills.some((drill) => drill.key === kept)) setKey(kept);
  }, [place, player.drills]);
  const found = useMemo(() => {
    const words = query.trim().toLowerCase();
    return player.drills.filter((drill) => `${drill.drillName} ${drill.doseWords}`.toLowerCase().includes(words));
  }, [player.drills, query]);
  const drill = player.drills.find((one) => one.key === key);
  const choose = (next: string) => {
    setKey(next);
    keepHere(place, next);
  };
  if (!drill) return <Empty scene="ball waits">{t('No counted numbers yet. They come with the first sessions.')}</Empty>;
  const needs = player.drills.filter((one) => one.plateau || one.fallen || saidOften(one.said));
  return (
    <div className="flex flex-col gap-4">
      {needs.length > 0 && (
        <section className="slab flex flex-col gap-1 p-4" aria-label={t('Worth a look')}>
          <h2>{t('Worth a look')}</h2>
          <ul className="flex flex-wrap gap-2">
            {needs.map((one) => (
              <li key={one.key}>
                <button type="button" className="underline" onClick={() => choose(one.key)}>
                  {one.drillName} <span className="text-dust text-sm">{one.doseWords}</span>:{' '}
                  {one.fallen ? t('fallen') : one.plateau ? t('a plateau') : t('too {saidOften}', { saidOften: saidOften(one.said) })}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="flex flex-col gap-3" aria-label={t('One drill over time')}>
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h2>{t('One drill over time')}</h2>
          <label className="flex items-center gap-2">
            <span className="text-dust">{t('Find a drill')}</span>
            <input className="field" value={query} onChange={(event) => setQuery(event.target.value)} />
          </label>
        </div>
        <ul className="flex flex-wrap gap-1.5">
          {found.slice(0, OFFERED).map((one) => (
            <li key={one.key}>
              <button
                type="button"
                aria-pressed={one.key === key}
                className={`rounded-sm border px-2 py-1 text-sm ${one.key === key ? 'border-lace bg-slab font-bold text-lace' : 'border-joint bg-slab'}`}
                onClick={() => choose(one.key)}
              >
                {one.drillName} <span className="font-normal text-dust">{one.doseWords}</span>
              </button>
            </li>
          ))}
        </ul>
        {found.length === 0 && <p className="text-dust">{t('No drill is called “{query}” here.', { query })}</p>}
        {found.length > OFFERED && (
          <p className="text-dust text-sm">
            {t('{drills} more: type a part of the name.', { drills: plural(found.length - OFFERED, 'drill') })}
          </p>
        )}
        <div className="grid items-start gap-4 xl:grid-cols-2">
          <DrillSeam drill={drill} weeks={12} />
          <div className="slab p-4">
            <CurveBox squad={player.squadId} player={player.playerId} drill={drill} />
          </div>
        </div>
        {drill.milestones.length > 0 && (
          <p>
            <span className="font-semibold">{t('Milestones:')}</span>{' '}
            {drill.milestones
              .map(
                (one) => `${one.label}${one.foot === 'both' ? '' : ` (${footInWords(one.foot)})`}, ${dateInWords(one.at, player.timeZone)}`,
              )
              .join(' · ')}
          </p>
        )}
        {(drill.plateau || drill.fallen || saidOften(drill.said) || chosen.some((one) => one.drillId === drill.drillId)) && (
          <section className="slab flex flex-col gap-2 border-l-4 border-l-mustard p-4" aria-label={t('What may come next')}>
            <Stuck drill={drill} />
            <Steps squad={player.squadId} player={player.playerId} drill={drill} chosen={chosen} onChosen={onChosen} />
          </section>
        )}
      </section>
    </div>
  );
}
