import { stepsOf } from '../../drills/edges.ts';
import { capital } from '../../text/capital.ts';
import { t } from '../../text/translate.ts';
import { newBlock, newSession } from '../../weeks/defaults.ts';
import type { Block, Item, Session } from '../../weeks/schema.ts';
import type { Candidate, Order } from './candidates.ts';
import { DRINK } from './model.ts';
import { ROLES, type Role } from './wishes.ts';

/** What was taken: a candidate on a day in so many rounds. */
export interface Chosen {
  name: string;
  day: number;
  candidate: Candidate;
  rounds: number;
}

/** Off time between the items of a block of a role, seconds. */
const REST: Record<Role, number> = {
  ...{ 'warm-up': 5, recap: 10, 'new skill': 15, 'leg burner': 45, combination: 10, challenge: 10, 'cool-down': 5 },
};

/** What a day is called: after its wall, else after the family that has most of its work. */
function nameOf(chosen: readonly Chosen[]): string {
  const work = new Map<string, number>();
  for (const { candidate } of chosen)
    if (candidate.role !== 'warm-up' && candidate.role !== 'cool-down')
      work.set(candidate.drill.family, (work.get(candidate.drill.family) ?? 0) + candidate.cost.work);
  const [most] = [...work].sort((a, b) => b[1] - a[1]);
  return most ? capital(most[0]) : t('Session');
}

/** Names that are there once: a second one of a kind gets a number. */
function numbered(names: readonly string[]): string[] {
  return names.map((name, i) => {
    const nth = names.slice(0, i + 1).filter((one) => one === name).length;
    return nth > 1 ? `${name} ${nth}` : name;
  });
}

/** The choices as sessions: a day each, the blocks in their order, within a block the lower steps first. Reasons are by item id. */
export function weaveWeek(
  chosen: readonly Chosen[],
  { wishes, drills }: Order,
  id: () => string,
): { sessions: Session[]; why: Map<string, string> } {
  const steps = stepsOf([...drills.values()]);
  const why = new Map<string, string>();
  const days = wishes.days.filter((day) => chosen.some((one) => one.day === day));
  const names = numbered(days.map((day) => nameOf(chosen.filter((one) => one.day === day))));
  const sessions = days.map((day, n): Session => {
    const blocks = ROLES.flatMap((role): Block[] => {
      const here = chosen
        .filter((one) => one.day === day && one.candidate.role === role)
        .sort((a, b) => (steps.get(a.candidate.drill.id) ?? 0) - (steps.get(b.candidate.drill.id) ?? 0) || a.name.localeCompare(b.name));
      const items = here.map(({ candidate, rounds }): Item => {
        const item = { ...candidate.item(rounds), id: id() };
        why.set(item.id, candidate.why);
        return item;
      });
      return items.length > 0 ? [{ ...newBlock(id(), role), restSeconds: REST[role], drinkSeconds: DRINK[role], items }] : [];
    });
    return { ...newSession(id(), names[n] ?? t('Session')), day, blocks };
  });
  return { sessions, why };
}
