import type { Session, WeekPlan } from './schema.ts';

/** A session with new ids for itself and all its parts: what a copy is. */
export function copySession(session: Session, newId: () => string): Session {
  return {
    ...session,
    id: newId(),
    blocks: session.blocks.map((block) => ({ ...block, id: newId(), items: block.items.map((item) => ({ ...item, id: newId() })) })),
  };
}

/** A plan with new ids throughout. Copies compare equal to what they came from but for the ids. */
export function copyPlan(plan: WeekPlan, newId: () => string): WeekPlan {
  return { title: plan.title, focus: plan.focus, sessions: plan.sessions.map((session) => copySession(session, newId)) };
}
