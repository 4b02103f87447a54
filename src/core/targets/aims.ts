/** The chance that a stretch number is meant to be reached with, and between which chances a coach may set it. */
export const STRETCH_AIM = 0.6;
export const LEAST_AIM = 0.5;
export const MOST_AIM = 0.8;
/** What a coach chooses from, in a hundred. */
export const AIMS = [50, 55, 60, 65, 70, 75, 80] as const;
