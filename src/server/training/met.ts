import { DAY_MS } from '../../core/calendar/lengths.ts';
import { MET_FOR_DAYS } from '../../core/training/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { contentOf } from '../weeks/contents.ts';

/**
 * The drills that a player knows: those of which a go was sent, or some work ran on the clock, within eight weeks. What was run without
 * numbers is read from what the logs prove.
 */
export function knownDrills(db: Db, playerId: string, now: number): string[] {
  const since = now - MET_FOR_DAYS * DAY_MS;
  const known = new Set(
    db.$client
      .prepare(
        `select drill_id from scores where player_id = :player and done_at >= :since
         union select drill_id from practice_goes where player_id = :player and done_at >= :since`,
      )
      .pluck()
      .all({ player: playerId, since }) as string[],
  );
  const ran = db.$client
    .prepare(
      `select distinct r.revision_id, w.value ->> 'itemId' from runs r, json_each(r.proven) w
       where r.player_id = ? and r.started_at >= ? and w.value ->> 'seconds' > 0`,
    )
    .raw()
    .all(playerId, since) as [revision: string, item: string][];
  for (const revision of new Set(ran.map(([id]) => id))) {
    const items = new Set(ran.flatMap(([id, item]) => (id === revision ? [item] : [])));
    for (const session of contentOf(db, revision).sessions)
      for (const item of session.blocks.flatMap((block) => block.items)) if (items.has(item.id)) known.add(item.drillId);
  }
  return [...known].sort();
}
