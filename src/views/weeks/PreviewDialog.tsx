import { useMemo, useState } from 'react';
import { useRead } from '../../client/use-read.ts';
import type { Facts, Preview } from '../../contract/planning.ts';
import { weeksApi } from '../../contract/weeks.ts';
import { atHome } from '../../core/drills/home.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import { UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { targetInWords } from '../../core/targets/index.ts';
import { t, term } from '../../core/text/translate.ts';
import { doseOf, minutesInWords } from '../../core/training/dose.ts';
import { compileRunSheet } from '../../core/training/index.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Skyline, StillImage } from '../../ui/notations/index.ts';
import { Button, Dialog, Empty, Notice } from '../../ui/parts/index.ts';
import { LayoutFigure } from '../drills/LayoutFigure.tsx';

interface Props {
  weekId: string;
  facts: Facts;
  saveNow(): Promise<boolean>;
  onClose(): void;
}

function PreviewItem({ item, seen }: { item: Item; seen: Preview }) {
  const drill = seen.content.drills[item.drillId];
  if (!drill) return null;
  const mirror = seen.runner.strongerFoot === 'left';
  const home = atHome(drill, seen.home, mirror);
  const swap = seen.swaps.find((one) => one.itemId === item.id);
  const leftOut = swap !== undefined && swap.instead === null;
  const numbers = leftOut ? [] : seen.numbers.filter((one) => one.itemId === item.id);
  return (
    <li className="flex flex-col gap-1 border-joint border-t py-2">
      <p className="flex items-center gap-2">
        <StillImage drill={drill} mirror={isShownMirrored(drill.sides, null, seen.runner.strongerFoot)} className="size-12 shrink-0" />
        <span>
          <span className="font-semibold">{drill.name}</span> <span className="text-dust text-sm">{doseInWords(item.dose)}</span>
        </span>
      </p>
      {numbers.map((one) => (
        <p key={one.foot} className={`text-sm ${one.foot === 'left' ? 'text-foot-left' : one.foot === 'right' ? 'text-foot-right' : ''}`}>
          {one.foot === 'both' ? '' : `${term(one.foot)}: `}
          {targetInWords(one.target, item.dose)}{' '}
          <span className="text-dust">
            {one.target.reason} {one.tuning}
          </span>
        </p>
      ))}
      {(leftOut ? [] : home.standIns).map((one) => (
        <p key={one.kit} className="text-sm">
          {term(one.kit)}: {one.use}
        </p>
      ))}
      {swap && (
        <p className="text-mustard text-sm">
          {t('{instead} at this home: {lacks}.', {
            instead: swap.instead ? t('In place of “{planned}”', { planned: swap.planned }) : t('Cannot be done'),
            lacks: swap.lacks.join(', '),
          })}
        </p>
      )}
      {drill.layout && home.can && (
        <details>
          <summary className="text-sm">{t('Layout{mirror}', { mirror: mirror ? t(', mirrored for the left foot') : '' })}</summary>
          <LayoutFigure
            name={drill.name}
            layout={drill.layout}
            step={seen.home?.step ?? UNKNOWN_STEP}
            yard={seen.home?.yard ?? null}
            mirror={mirror}
          />
        </details>
      )}
    </li>
  );
}

function PreviewSession({ session, seen }: { session: Session; seen: Preview }) {
  const { sheet, dose } = useMemo(() => {
    const drills = new Map(Object.entries(seen.content.drills));
    const intervals = compileRunSheet(session, drills, seen.runner);
    return { sheet: intervals, dose: doseOf(intervals, drills, seen.runner) };
  }, [session, seen]);
  return (
    <section className="slab flex flex-col gap-2 p-3">
      <h3>
        {session.name} <span className="font-normal text-dust">{minutesInWords(dose)}</span>
      </h3>
      <Skyline
        intervals={sheet}
        width={320}
        height={64}
        summary={t('{name} for {nickname}', { name: session.name, nickname: seen.nickname })}
      />
      <ul>
        {session.blocks
          .flatMap((block) => block.items)
          .map((item) => (
            <PreviewItem key={item.id} item={item} seen={seen} />
          ))}
      </ul>
    </section>
  );
}

/** The week as a chosen player would get it: own numbers and pace, stand-ins, layouts in the own yard, mirrored for a left-footed one. */
export function PreviewDialog({ weekId, facts, saveNow, onClose }: Props) {
  const [player, setPlayer] = useState(facts.players[0]?.id ?? '');
  const { found: seen, problem } = useRead(weeksApi.preview, { week: weekId, player }, { before: saveNow, idle: player === '' });
  return (
    <Dialog label={t('Preview')} onClose={onClose} className="max-w-4xl bg-ground" head={false}>
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h2>{t('As a player gets it')}</h2>
          <div className="flex items-center gap-2">
            <label className="flex items-center gap-2">
              {t('Player')}
              <select className="field" value={player} onChange={(event) => setPlayer(event.target.value)}>
                {facts.players.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.nickname}
                  </option>
                ))}
              </select>
            </label>
            <Button onClick={onClose}>{t('Close')}</Button>
          </div>
        </div>
        {facts.players.length === 0 && <Empty scene="nobody">{t('There is no player in this squad yet.')}</Empty>}
        {problem && <Notice tone="stop">{problem}</Notice>}
        {!seen && !problem && player !== '' && <p className="text-dust">{t('Working out numbers and stand-ins…')}</p>}
        {seen && (
          <>
            <p className="text-dust">
              {seen.home
                ? t('{nickname} has {has}{yard}.', {
                    nickname: seen.nickname,
                    has: seen.home.has.map(term).join(', ') || t('no kit'),
                    yard: seen.home.yard ? t(' and {yard} × {width} m', { yard: seen.home.yard.length, width: seen.home.yard.width }) : '',
                  })
                : t('{nickname} has not said yet what is at home.', { nickname: seen.nickname })}{' '}
              {seen.runner.strongerFoot === 'left' && t('Left-footed: steps and layouts are mirrored.')}
            </p>
            <div className="grid items-start gap-3 md:grid-cols-2">
              {seen.content.sessions.map((session) => (
                <PreviewSession key={session.id} session={session} seen={seen} />
              ))}
            </div>
          </>
        )}
      </div>
    </Dialog>
  );
}
