import type { Drill } from './schema.ts';
import type { ContactSchool } from './terms.ts';

/** A drill in the words of a school of juggling contact; drills that both schools teach alike come back as they are. */
export function inSchool(drill: Drill, school: ContactSchool): Drill {
  return drill.contact ? { ...drill, ...drill.contact[school] } : drill;
}

/**
 * The id of the drill that a school does in place of `id`: its twin where the drill belongs to the other school alone.
 * A twin that is not among `drills` is no help, so the drill itself stays.
 */
export function drillForSchool(id: string, drills: ReadonlyMap<string, Drill>, school: ContactSchool): string {
  const drill = drills.get(id);
  if (!drill?.school || drill.school === school || !drill.twin) return id;
  return drills.has(drill.twin) ? drill.twin : id;
}
