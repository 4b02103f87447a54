import { accountsApi } from './accounts.ts';
import { answersApi } from './answers.ts';
import { benchApi } from './bench.ts';
import { filmsApi } from './clips.ts';
import { drillsApi } from './drills.ts';
import { paperApi } from './files.ts';
import { invitationsApi } from './invitations.ts';
import { keysApi } from './keys.ts';
import { lettersApi } from './letters.ts';
import { numbersApi } from './numbers.ts';
import { operationsApi } from './operations.ts';
import { progressApi } from './progress.ts';
import { reviewApi } from './review.ts';
import { rulesApi } from './rules.ts';
import { screensApi } from './screens.ts';
import { seasonApi } from './season.ts';
import { squadsApi } from './squads.ts';
import { tablesApi } from './tables.ts';
import { togetherApi } from './together.ts';
import { trainingApi } from './training.ts';
import { weeksApi } from './weeks.ts';

/** The whole HTTP interface, by area. The names of its parts are those of operations in the published document: they stay as they are. */
export const contract = {
  accounts: accountsApi,
  people: squadsApi,
  invitations: invitationsApi,
  keys: keysApi,
  drills: drillsApi,
  weeks: weeksApi,
  season: seasonApi,
  numbers: numbersApi,
  go: trainingApi,
  together: togetherApi,
  films: filmsApi,
  review: reviewApi,
  bench: benchApi,
  answers: answersApi,
  progress: progressApi,
  paper: paperApi,
  squad: screensApi,
  tables: tablesApi,
  rules: rulesApi,
  post: lettersApi,
  keeping: operationsApi,
};
export type { ActName } from './acts.ts';
export type { Endpoint } from './endpoint.ts';
