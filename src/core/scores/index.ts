export * from './doubt.ts';
export * from './habits.ts';
export * from './often.ts';
export * from './queue.ts';
export * from './reasons.ts';
export * from './result.ts';
export * from './said.ts';
export * from './standing.ts';
