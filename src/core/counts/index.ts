export * from './doubt.ts';
export * from './queue.ts';
export * from './result.ts';
export * from './standing.ts';
export * from './taps.ts';
