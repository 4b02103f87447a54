import { accounts } from './accounts.ts';
import { drills } from './drills.ts';
import { go } from './go.ts';
import { progress } from './progress.ts';
import { review } from './review.ts';
import { squad } from './squad.ts';
import { weeks } from './weeks.ts';

/** The whole HTTP interface, by area. */
export const contract = { accounts, drills, weeks, go, review, progress, squad };
export type { Act } from './acts.ts';
export type { Endpoint } from './endpoint.ts';
export { openApiDocument } from './openapi.ts';
