/** A number with its word: “1 rep”, “2 reps”. @param more the word for all numbers but 1; left out: with an s */
export const plural = (n: number, word: string, more = `${word}s`): string => `${n} ${n === 1 ? word : more}`;
