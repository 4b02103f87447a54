import { t } from '../text/translate.ts';
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
      what: t('The week has about {headers} headers; this squad’s limit is {headersMax}.', { headers, headersMax: facts.headersMax }),
      why: t('Heading is limited also where it is allowed. Your local rules and a doctor’s word decide.'),
      how: t('Shorten the work of the heading drills, or remove one.'),
      mend: {
        label: t('Shorten the heading'),
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
          what: t('“{name}” has heading, and {young, plural, one {# of the squad is} other {# of the squad are}} under {headingAge}.', {
            name: drill.name,
            young: young.length,
            headingAge: facts.headingAge,
          }),
          why: t('This squad heads from age {headingAge}. Your local rules and a doctor’s word decide.', { headingAge: facts.headingAge }),
          how: t('Remove the drill from the week.'),
          mend: { label: t('Remove it'), apply: (now) => removeById(now, item.id) },
        });
      }
      if ((drill.loads.includes('overhead') || drill.kit.includes('wall')) && drill.cautions.length === 0) {
        checks.push({
          name: 'no caution',
          blocks: true,
          at: item.id,
          about: drill.name,
          what: t('“{name}” has no caution.', { name: drill.name }),
          why: drill.kit.includes('wall')
            ? t('A wall can have windows beside it, and a child runs backward towards whatever lies there.')
            : t('A child who looks up does not see what stands in the way.'),
          how: t('Open the drill, write the caution down, and save it.'),
          mend: null,
        });
      }
    }
  }
  return checks;
}
