import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';
import type { WeekPlan } from '../weeks/schema.ts';

/** One thing that keeps a week from being released, and where it stands. */
export interface ReleaseProblem {
  field: string;
  sentence: string;
}

/**
 * What must be mended before a week can be released: a week needs work in it, every drill must be known,
 * heading stays out of squads below the heading age, and no overhead or wall drill goes out without its caution.
 * @param headingAge lowest age (years) at which heading is allowed.
 * What groups do in a drill's place is held to the same; a session must be for a group that there is.
 * @param youngest age in years of the youngest player of the squad; null when the squad is empty.
 * @param groups the groups of the squad, by id; none when left out.
 */
export function releaseProblems(
  plan: WeekPlan,
  drills: ReadonlyMap<string, Drill>,
  headingAge: number,
  youngest: number | null,
  groups: ReadonlySet<string> = new Set(),
): ReleaseProblem[] {
  const problems: ReleaseProblem[] = [];
  if (plan.sessions.length === 0) problems.push({ field: 'sessions', sentence: t('Add a session before you release the week.') });
  plan.sessions.forEach((session, s) => {
    const items = session.blocks.flatMap((block) => block.items);
    if (items.length === 0) problems.push({ field: `sessions.${s}`, sentence: t('“{name}” has no drill yet.', { name: session.name }) });
    if (session.groups?.some((id) => !groups.has(id)))
      problems.push({
        field: `sessions.${s}`,
        sentence: t('“{name}” is for a group that is gone. Choose again whom it is for.', { name: session.name }),
      });
    for (const item of items.flatMap((one) => [one, ...Object.values(one.groups ?? {})])) {
      const drill = drills.get(item.drillId);
      if (!drill) {
        problems.push({
          field: `sessions.${s}`,
          sentence: t('“{name}” asks for a drill that is not on the shelf.', { name: session.name }),
        });
      } else if (drill.measure !== item.dose.measure) {
        problems.push({
          field: `sessions.${s}`,
          sentence: t('“{name}” is measured as {measure}, not as {measure2}.', {
            name: drill.name,
            measure: drill.measure,
            measure2: item.dose.measure,
          }),
        });
      } else if (drill.loads.includes('heading') && youngest !== null && youngest < headingAge) {
        problems.push({
          field: `sessions.${s}`,
          sentence: t('“{name}” has heading, and this squad heads from age {headingAge}.', { name: drill.name, headingAge }),
        });
      } else if ((drill.loads.includes('overhead') || drill.kit.includes('wall')) && drill.cautions.length === 0) {
        problems.push({
          field: `sessions.${s}`,
          sentence: t('“{name}” has no caution. Open the drill and write one before it goes to players.', { name: drill.name }),
        });
      }
    }
  });
  return problems;
}

/** Every kit word that the drills of a session ask for, each once, in order of first use. */
export function kitOf(items: readonly { drillId: string }[], drills: ReadonlyMap<string, Drill>): Drill['kit'] {
  return [...new Set(items.flatMap((item) => drills.get(item.drillId)?.kit ?? []))];
}
