import { BETTER, type Drill } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { allItems, type Shoe, type StepGo, shoeOn, stairsOfItem } from '../../core/planning/index.ts';
import { bandAt, meets } from '../../core/targets/index.ts';
import { t } from '../../core/text/translate.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { bestForBand, isCounted } from '../scores/counted.ts';
import { figuresOf } from '../scores/figures.ts';
import type { Member, Squad } from '../squads/squads.ts';
import { dosesOf } from './doses.ts';

/** The own step of one player in one item. */
export interface OwnShoe extends Shoe {
  itemId: string;
  stairs: Drill[];
  drill: Drill;
  /** The coach chose it. */
  chosen: boolean;
}

/** The days of a player at some drills: met where every foot that was done met the band of the level at that dose, in the best go of the day. */
function stepGoes(db: Db, squad: Pick<Squad, 'id'>, member: Pick<Member, 'id' | 'level'>, drills: ReadonlyMap<string, Drill>): StepGo[] {
  const figures = figuresOf(db, squad.id, member.id)
    .filter((one) => drills.has(one.drillId))
    .filter(isCounted);
  const doses = dosesOf(db, figures);
  return [...grouped(figures, (one) => `${one.day} ${one.drillId}`).values()].flatMap((go): StepGo[] => {
    const [first] = go;
    const drill = first && drills.get(first.drillId);
    const dose = first && doses.get(first.scoreId);
    const band = drill && dose ? bandAt(drill, dose, member.level) : null;
    if (!first || !dose || !band) return [];
    const feet = [...grouped(go, (one) => one.foot).values()].map((of) => bestForBand(of, BETTER[dose.measure]));
    const doneAt = Math.max(...go.map((one) => one.doneAt));
    return [{ drillId: drill?.id ?? '', doneAt, met: feet.every((result) => meets(result, band.number, dose)) }];
  });
}

/** The own steps of a player in the items of a week that are the step each is on. */
export function shoesOf(
  db: Db,
  squad: Pick<Squad, 'id'>,
  member: Pick<Member, 'id' | 'level'>,
  plan: Pick<PublishedWeek, 'sessions'>,
): OwnShoe[] {
  const items = allItems({ title: '', focus: '', sessions: plan.sessions }).filter((item) => item.ownStep);
  if (items.length === 0) return [];
  const shelf = shelfOf(db, squad.id);
  const stairs = new Map(items.map((item) => [item.id, shelf.get(item.drillId)] as const));
  const byItem = new Map([...stairs].flatMap(([id, drill]) => (drill ? [[id, stairsOfItem(drill, shelf)] as const] : [])));
  const goes = stepGoes(db, squad, member, new Map([...byItem.values()].flat().map((drill) => [drill.id, drill])));
  return items.flatMap((item): OwnShoe[] => {
    const steps = byItem.get(item.id) ?? [];
    const chosen = steps.findIndex((drill) => drill.id === item.ownStep?.players[member.id]);
    const shoe = chosen >= 0 ? { step: chosen, why: t('You chose it.') } : shoeOn(steps, goes);
    const drill = steps[shoe.step];
    return drill ? [{ ...shoe, itemId: item.id, stairs: steps, drill, chosen: chosen >= 0 }] : [];
  });
}
