export * from './delay.ts';
export * from './marks.ts';
export { PRAISES, praiseFor } from './praise.ts';
export * from './recount.ts';
export * from './taps.ts';
