/** Words a second of a plain voice; phrases are kept short enough for the time they have. */
const WORDS_A_SECOND = 2.6;

/** About how long a phrase takes to say, in seconds. */
export const spokenSeconds = (words: string): number => words.split(/\s+/).filter(Boolean).length / WORDS_A_SECOND;
