/** Whether a drill's moves are done on a way over the yard: told by the words that a stance says it with, without reading the text. */
export const isOnRoute = (drill: { moves: { texts: readonly string[] } | null }): boolean =>
  drill.moves?.texts.some((text) => /\b(on|over|along) the route\b/i.test(text)) ?? false;
