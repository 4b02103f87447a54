import { useEffect, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import type { OwnSteps } from '../../contract/planning.ts';
import { weeksApi } from '../../contract/weeks.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { stairsOfItem } from '../../core/planning/shoes.ts';
import { plural, t } from '../../core/text/translate.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { StillImage } from '../../ui/notations/index.ts';

export interface WeekAtHand {
  id: string;
  saveNow(): Promise<boolean>;
}

/** Of more players on a step than so many it is said how many there are: who they are stands below. */
const NAMES_MOST = 5;
/** Pixels by which each step is higher than the one before. */
const RISER = 14;

/** The staircase of an item with the shoes of the squad on it: who gets which step, and why. */
function Shoes({
  steps,
  drills,
  item,
  onChange,
}: {
  steps: OwnSteps;
  drills: ReadonlyMap<string, Drill>;
  item: Item;
  onChange(next: Item): void;
}) {
  const { stairs, shoes } = steps;
  const choose = (playerId: string, drillId: string) => {
    const { [playerId]: _, ...others } = item.ownStep?.players ?? {};
    onChange({ ...item, ownStep: { players: drillId === '' ? others : { ...others, [playerId]: drillId } } });
  };
  return (
    <div className="flex flex-col gap-2">
      <ol className="flex items-end gap-px overflow-x-auto" aria-label={t('Who is on which step')}>
        {stairs.map(({ drillId, name }, i) => {
          const here = shoes.filter((shoe) => shoe.step === i);
          const drill = drills.get(drillId);
          return (
            <li key={drillId} className="flex w-20 shrink-0 flex-col text-xs leading-tight">
              <span className="px-1 pb-1 font-semibold">
                {here.length > NAMES_MOST ? plural(here.length, 'player') : here.map((shoe) => shoe.nickname).join(', ')}
              </span>
              <span className="border-ink border-t-2 border-s bg-ground px-1 pt-1" style={{ paddingBottom: RISER * i }}>
                {drill && <StillImage drill={drill} lively className="size-9" />}
                <span className="block">{name}</span>
              </span>
            </li>
          );
        })}
      </ol>
      <details className="text-sm">
        <summary>{t('Why, and another step for one')}</summary>
        <ul className="flex flex-col gap-1 pt-1">
          {shoes.map(({ playerId, nickname, why, chosen, step }) => (
            <li key={playerId} className="flex flex-wrap items-center gap-2">
              <span className="w-20 font-semibold">{nickname}</span>
              <select
                className="field min-h-9 min-w-0 flex-1"
                aria-label={t('Step of {nickname}', { nickname })}
                value={item.ownStep?.players[playerId] ?? ''}
                onChange={(event) => choose(playerId, event.target.value)}
              >
                <option value="">{t('by what was done{chosen}', { chosen: chosen ? '' : `: ${stairs[step]?.name ?? ''}` })}</option>
                {stairs.map(({ drillId, name }) => (
                  <option key={drillId} value={drillId}>
                    {name}
                  </option>
                ))}
              </select>
              <span className="w-full text-dust">{why}</span>
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}

interface Props {
  item: Item;
  drill: Drill;
  drills: ReadonlyMap<string, Drill>;
  week: WeekAtHand;
  onChange(next: Item): void;
}

/** Makes an item the step each is on, and shows who that is before the week is released. Nothing for a drill that is alone on its stairs. */
export function OwnStepBox({ item, drill, drills, week, onChange }: Props) {
  const [steps, setSteps] = useState<OwnSteps | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const own = item.ownStep !== undefined;
  const asked = JSON.stringify([item.ownStep, item.drillId]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is asked for again when the choice is another one, not with every letter.
  useEffect(() => {
    if (!own) return;
    let gone = false;
    const load = async () => {
      if (!(await week.saveNow())) return setProblem(t('Shown once the week is saved.'));
      const { items } = await call(weeksApi.steps, { week: week.id });
      if (!gone) setSteps(items.find((one) => one.itemId === item.id) ?? null);
    };
    load().then(
      () => undefined,
      (error) => !gone && setProblem(sentenceOf(error)),
    );
    return () => {
      gone = true;
    };
  }, [own, asked, week.id]);
  if (item.groups || stairsOfItem(drill, drills).length < 2) return null;
  const toggle = () => {
    const { ownStep: _, ...planned } = item;
    setSteps(null);
    onChange(own ? planned : { ...item, ownStep: { players: {} } });
  };
  return (
    <div className="flex flex-col gap-2 pt-1">
      <label className="flex items-center justify-between gap-2 text-sm">
        {t('The step each is on')}
        <input type="checkbox" className="size-5" checked={own} onChange={toggle} />
      </label>
      {own && steps && <Shoes steps={steps} drills={drills} item={item} onChange={onChange} />}
      {own && !steps && <p className="text-dust text-sm">{problem ?? t('Looking who is where…')}</p>}
    </div>
  );
}
