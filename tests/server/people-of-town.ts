/** Everybody whom the policy matrix tries, by their names in the town. */
export const PEOPLE = [
  ...(['coach', 'assistant', 'otherCoach', 'player', 'otherPlayer', 'strangerPlayer', 'removedPlayer'] as const),
  ...(['guardian', 'otherGuardian', 'nobody'] as const),
] as const;
export type Person = (typeof PEOPLE)[number];
