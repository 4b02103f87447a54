import { changeItem, removeById } from '../weeks/edit.ts';
import type { Item } from '../weeks/schema.ts';
import { withShare } from './check-load.ts';
import { allItems, itemsOf } from './measure.ts';
import type { Check, PlannerView } from './planner-view.ts';

/** What is not safe for this squad: these checks block a release. */
export function safetyChecks({ plan, drills, facts, week }: PlannerView): Check[] {
  const checks: Check[] = [];
  const { headers } = week.dose;
  if (headers > facts.headersMax) {
    const share = facts.headersMax / headers;
    const heads = (item: Item) => drills.get(item.drillId)?.loads.includes('heading') ?? false;
    checks.push({
      name: 'many headers',
      blocks: false,
      at: null,
      about: null,
      what: `The week has about ${headers} headers; this squad’s limit is ${facts.headersMax}.`,
      why: 'Heading is limited also where it is allowed. Your local rules and a doctor’s word decide.',
      how: 'Shorten the work of the heading drills, or take one out.',
      mend: {
        label: 'Shorten the heading',
        apply: (now) =>
          allItems(now)
            .filter(heads)
            .reduce((next, item) => changeItem(next, item.id, (old) => withShare(old, share)), now),
      },
    });
  }
  const young = facts.players.filter((player) => player.age < facts.headingAge);
  for (const session of plan.sessions) {
    for (const item of itemsOf(session)) {
      const drill = drills.get(item.drillId);
      if (!drill) continue;
      if (drill.loads.includes('heading') && young.length > 0) {
        checks.push({
          name: 'heading below the age',
          blocks: true,
          at: item.id,
          about: drill.name,
          what: `“${drill.name}” has heading, and ${young.length} of the squad ${young.length === 1 ? 'is' : 'are'} under ${facts.headingAge}.`,
          why: `This squad heads from age ${facts.headingAge}. Your local rules and a doctor’s word decide.`,
          how: 'Take the drill out of the week.',
          mend: { label: 'Take it out', apply: (now) => removeById(now, item.id) },
        });
      }
      if ((drill.loads.includes('overhead') || drill.kit.includes('wall')) && drill.cautions.length === 0) {
        checks.push({
          name: 'no caution',
          blocks: true,
          at: item.id,
          about: drill.name,
          what: `“${drill.name}” has no caution.`,
          why: drill.kit.includes('wall')
            ? 'A wall can have windows beside it, and a child runs backward towards whatever lies there.'
            : 'A child who looks up does not see what stands in the way.',
          how: 'Open the drill, write the caution down, and save it.',
          mend: null,
        });
      }
    }
  }
  return checks;
}
