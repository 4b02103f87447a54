/** The foot that a player kicks with; both for one who has none stronger. */
export const STRONGER_FEET = ['left', 'right', 'both'] as const;
export type StrongerFoot = (typeof STRONGER_FEET)[number];
/** The coach's three rough levels of a player; benchmark bands are given for each. */
export const LEVELS = ['starting', 'steady', 'strong'] as const;
export type Level = (typeof LEVELS)[number];
