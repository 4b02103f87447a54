import { drillForSchool, inSchool } from '../drills/schools.ts';
import type { ContactSchool } from '../drills/terms.ts';
import type { PublishedWeek } from './schema.ts';

/**
 * A released week as a player of a school of juggling contact gets it: drills of the other school alone give way to their twins,
 * and shared drills speak the school's words. The items keep their ids, so that goes of both schools belong to one item.
 */
export function weekInSchool(content: PublishedWeek, school: ContactSchool): PublishedWeek {
  const drills = new Map(Object.entries(content.drills));
  return {
    ...content,
    sessions: content.sessions.map((session) => ({
      ...session,
      blocks: session.blocks.map((block) => ({
        ...block,
        items: block.items.map((item) => {
          const drillId = drillForSchool(item.drillId, drills, school);
          // A twin with another measure could not take over the dose.
          return drillId === item.drillId || drills.get(drillId)?.measure !== item.dose.measure ? item : { ...item, drillId };
        }),
      })),
    })),
    drills: Object.fromEntries([...drills].map(([id, drill]) => [id, inSchool(drill, school)])),
  };
}
