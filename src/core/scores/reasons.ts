/** Why a score may be doubted. */
export const DOUBT_REASONS = [
  'over the ceiling',
  'very fast',
  'far from own form',
  'record by hand',
  'clip too short',
  'same again',
  'recount differs',
  'odd number',
  'mended',
] as const;
export type DoubtReason = (typeof DOUBT_REASONS)[number];
