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

/** Why a coach is told that clips of a player's next goes would help. */
export const GROUNDS = [
  'doubted more than the squad',
  'more than the clips show',
  'better when nobody films',
  'same as a team-mate',
] as const;
export type WatchGround = (typeof GROUNDS)[number];
