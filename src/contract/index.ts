import { accounts } from './accounts.ts';
import { answers } from './answers.ts';
import { bench } from './bench.ts';
import { films } from './clips.ts';
import { drills } from './drills.ts';
import { paper } from './files.ts';
import { invitations } from './invitations.ts';
import { keys } from './keys.ts';
import { post } from './letters.ts';
import { numbers } from './numbers.ts';
import { keeping } from './operations.ts';
import { progress } from './progress.ts';
import { review } from './review.ts';
import { rules } from './rules.ts';
import { squad } from './screens.ts';
import { people } from './squads.ts';
import { tables } from './tables.ts';
import { go } from './training.ts';
import { weeks } from './weeks.ts';

/** The whole HTTP interface, by area. */
export const contract = {
  accounts,
  people,
  invitations,
  keys,
  drills,
  weeks,
  numbers,
  go,
  films,
  review,
  bench,
  answers,
  progress,
  paper,
  squad,
  tables,
  rules,
  post,
  keeping,
};
export type { Act } from './acts.ts';
export type { Endpoint } from './endpoint.ts';
export { openApiDocument } from './openapi.ts';
