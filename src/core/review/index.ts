export * from './delay.ts';
export * from './marks.ts';
export * from './recount.ts';
export * from './taps.ts';
