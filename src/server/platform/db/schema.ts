/** All tables, one file an area. A change here needs a migration: `npm run db:generate -- --name what_changes`. */
export * from './tables/accounts.ts';
export * from './tables/drills.ts';
export * from './tables/films.ts';
export * from './tables/keeping.ts';
export * from './tables/people.ts';
export * from './tables/progress.ts';
export * from './tables/review.ts';
export * from './tables/sent.ts';
export * from './tables/together.ts';
export * from './tables/weeks.ts';
