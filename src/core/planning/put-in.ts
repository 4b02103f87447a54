import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';
import { newBlock, newItem, newSession } from '../weeks/defaults.ts';
import type { Block, Session, WeekPlan } from '../weeks/schema.ts';
import { allItems } from './measure.ts';

/** A session with a drill in its recap: in the one that is there, else in a new one after the warm-up. */
function withRecap(session: Session, drill: Drill, newId: () => string): Session {
  const item = newItem(newId(), drill);
  const at = session.blocks.findIndex((block) => block.kind === 'recap');
  if (at >= 0)
    return { ...session, blocks: session.blocks.map((block, i) => (i === at ? { ...block, items: [...block.items, item] } : block)) };
  const recap: Block = { ...newBlock(newId(), 'recap'), items: [item] };
  const warm = session.blocks.findLastIndex((block) => block.kind === 'warm-up') + 1;
  return { ...session, blocks: [...session.blocks.slice(0, warm), recap, ...session.blocks.slice(warm)] };
}

/** A plan that has a drill as a recap in its first session; as it is where the drill is in it already. A week without a session gets one. */
export function putIn(plan: WeekPlan, drill: Drill, newId: () => string): WeekPlan {
  if (allItems(plan).some((item) => item.drillId === drill.id)) return plan;
  const [first = newSession(newId(), t('Session')), ...others] = plan.sessions;
  return { ...plan, sessions: [withRecap(first, drill, newId), ...others] };
}
