import { asc, eq } from 'drizzle-orm';
import type { Template } from '../../contract/weeks.ts';
import type { Session } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { templates } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { squadById } from '../squads/squads.ts';
import { refuseHeading } from './weeks.ts';

const viewOf = ({ id, name, sessions, madeAt }: typeof templates.$inferSelect): Template => ({ id, name, sessions, madeAt });

export function listTemplates(context: Context, actor: Actor, input: { squad: string }): { templates: Template[] } {
  allow(context.db, actor, 'list templates', input);
  const rows = context.db.select().from(templates).where(eq(templates.squadId, input.squad)).orderBy(asc(templates.name)).all();
  return { templates: rows.map(viewOf) };
}

/** Keeps sessions under a name; what is made from it later gets ids of its own. */
export function keepTemplate(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; name: string; sessions: Session[] },
): Template {
  const { db } = context;
  allow(db, actor, 'keep a template', { squad: input.squad });
  const { id, name, sessions, squad } = input;
  refuseHeading(context, squadById(db, squad), { sessions });
  db.insert(templates).values({ id, squadId: squad, name, sessions, madeAt: context.now() }).onConflictDoNothing().run();
  const kept = db.select().from(templates).where(eq(templates.id, id)).get();
  if (!kept || kept.squadId !== squad) throw notFound();
  return viewOf(kept);
}

export function dropTemplate(context: Context, actor: Actor, input: { template: string }): { id: string } {
  allow(context.db, actor, 'drop a template', input);
  context.db.delete(templates).where(eq(templates.id, input.template)).run();
  return { id: input.template };
}
