import { drillForPlayer, drillForSchool } from '../drills/schools.ts';
import type { ContactSchool, TouchSurface } from '../drills/terms.ts';
import type { StrongerFoot } from '../squads/terms.ts';
import type { Dose, PublishedWeek } from './schema.ts';

const OTHER_SURFACE: Record<TouchSurface, TouchSurface> = {
  ...{ 'right foot': 'left foot', 'left foot': 'right foot' },
  ...{ 'right thigh': 'left thigh', 'left thigh': 'right thigh' },
};

/** A dose as it is asked for from the left: surfaces in the order that the drill's words then have. They are the same ones where both sides are asked for. */
const fromTheLeft = (dose: Dose): Dose =>
  dose.measure === 'surfaces' && dose.surfaces.every((one) => dose.surfaces.includes(OTHER_SURFACE[one]))
    ? { ...dose, surfaces: dose.surfaces.map((one) => OTHER_SURFACE[one]) }
    : dose;

/**
 * A released week as one player gets it. Drills of the other school of contact alone give way to their twins, shared drills speak the
 * player's school, and what is shown from the right is said for the left where that is the stronger foot.
 * The items keep their ids, so that goes of all players belong to one item.
 */
export function weekForPlayer(content: PublishedWeek, school: ContactSchool, strongerFoot: StrongerFoot): PublishedWeek {
  const drills = new Map(Object.entries(content.drills));
  const inSchool = <T extends { drillId: string; dose: Dose }>(one: T): T => {
    const drillId = drillForSchool(one.drillId, drills, school);
    // A twin with another measure could not take over the dose.
    return drillId === one.drillId || drills.get(drillId)?.measure !== one.dose.measure ? one : { ...one, drillId };
  };
  const forThem = <T extends { drillId: string; dose: Dose }>(one: T): T => {
    const mine = inSchool(one);
    return strongerFoot === 'left' ? { ...mine, dose: fromTheLeft(mine.dose) } : mine;
  };
  return {
    ...content,
    sessions: content.sessions.map((session) => ({
      ...session,
      blocks: session.blocks.map((block) => ({
        ...block,
        items: block.items.map(({ ownStep: _, groups, ...item }) => ({
          ...forThem(item),
          ...(groups ? { groups: Object.fromEntries(Object.entries(groups).map(([id, own]) => [id, forThem(own)])) } : {}),
        })),
      })),
    })),
    drills: Object.fromEntries([...drills].map(([id, drill]) => [id, drillForPlayer(drill, school, strongerFoot)])),
  };
}
