export * from './doubt.ts';
export * from './result.ts';
export * from './standing.ts';
export * from './queue.ts';
