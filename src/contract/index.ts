import { accounts } from './accounts.ts';
import { answers } from './answers.ts';
import { bench } from './bench.ts';
import { drills } from './drills.ts';
import { films } from './films.ts';
import { go } from './go.ts';
import { invitations } from './invitations.ts';
import { keeping } from './keeping.ts';
import { keys } from './keys.ts';
import { numbers } from './numbers.ts';
import { paper } from './paper.ts';
import { people } from './people.ts';
import { post } from './post.ts';
import { progress } from './progress.ts';
import { review } from './review.ts';
import { rules } from './rules.ts';
import { squad } from './squad.ts';
import { tables } from './tables.ts';
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
