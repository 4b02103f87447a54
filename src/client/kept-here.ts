/** The name under which players who share a device are kept. */
export const PLAYERS_HERE = 'eager-feet.players';
/** The name under which players who take turns with whoever is signed in are kept. */
export const COMPANIONS_HERE = 'eager-feet.beside';

/** What this browser kept under a name; null when there is nothing, or nothing that can be read. */
export function keptHere(name: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null');
  } catch {
    return null;
  }
}

/** Keeps something in this browser, or forgets it (null). Where the store is full or denied, this page alone has it: nobody is stopped. Says whether it is kept. */
export function keepHere(name: string, value: unknown): boolean {
  try {
    if (value === null) localStorage.removeItem(name);
    else localStorage.setItem(name, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}
