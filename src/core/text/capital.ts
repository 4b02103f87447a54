/** Words with a large first letter, as they begin a line. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
