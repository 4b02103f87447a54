/** Moves by the id of the drill: one text, or two examples of a drill that is free. */
export type MovesById = Readonly<Record<string, string | readonly [string, string]>>;
