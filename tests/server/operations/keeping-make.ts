import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { eq } from 'drizzle-orm';
import { clips } from '../../../src/server/platform/db/schema.ts';
import { speak } from '../../../src/server/review/spoken.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, type Town, uuid } from '../make.ts';
import { aKeptClip, aSpokenLine } from '../review/bench-make.ts';

/** Every row of every table, as a house is compared with its copy. */
export function rowsOf(file: string): Record<string, unknown[]> {
  const db = new Database(file, { readonly: true });
  try {
    const tables = db.prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name").all() as {
      name: string;
    }[];
    return Object.fromEntries(tables.map(({ name }) => [name, db.prepare(`select * from "${name}" order by rowid`).all()]));
  } finally {
    db.close();
  }
}

/** A filmed score of Comet's with a spoken line; returns the ids of score and clip. */
export async function aFilmedScoreOf(town: Town) {
  const score = uuid();
  sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score })]));
  const clip = aKeptClip(town, score);
  const fileName = town.context.db.select().from(clips).where(eq(clips.id, clip)).get()?.fileName ?? '';
  writeFileSync(join(town.context.config.clipDir, fileName), `the bytes of ${fileName}`);
  town.context.db
    .update(clips)
    .set({ bytes: `the bytes of ${fileName}`.length })
    .where(eq(clips.id, clip))
    .run();
  await speak(town.context, town.coach, { score, id: uuid(), data: await aSpokenLine(1) });
  return { score, clip };
}
