/** Zones by what people call them. */
const INDIA = ['india', 'ist', 'mumbai', 'delhi', 'new delhi', 'bangalore', 'chennai'];
/** Some zones have two names, and a house knows one of them. */
const CALLED: Record<string, readonly string[]> = {
  'America/New_York': ['eastern', 'eastern time', 'est', 'edt', 'boston', 'washington', 'atlanta', 'miami', 'philadelphia'],
  'America/Chicago': ['central', 'central time', 'cst', 'cdt', 'houston', 'dallas', 'austin', 'minneapolis', 'new orleans'],
  'America/Denver': ['mountain', 'mountain time', 'mst', 'mdt', 'salt lake city'],
  'America/Los_Angeles': ['pacific', 'pacific time', 'pst', 'pdt', 'san francisco', 'seattle', 'san diego', 'las vegas'],
  'America/Anchorage': ['alaska', 'alaska time'],
  'Pacific/Honolulu': ['hawaii', 'hawaii time'],
  'America/Halifax': ['atlantic', 'atlantic time'],
  'America/Toronto': ['montreal', 'ottawa'],
  'America/Sao_Paulo': ['rio de janeiro', 'brasilia', 'brazil'],
  'America/Argentina/Buenos_Aires': ['argentina'],
  'America/Buenos_Aires': ['argentina'],
  'Europe/London': ['uk', 'united kingdom', 'england', 'scotland', 'wales', 'gmt', 'bst', 'british time', 'manchester', 'edinburgh'],
  'Europe/Dublin': ['ireland'],
  'Europe/Lisbon': ['portugal', 'porto'],
  'Europe/Madrid': ['spain', 'barcelona', 'valencia', 'sevilla'],
  'Europe/Berlin': ['germany', 'cet', 'cest', 'central european time', 'munich', 'hamburg', 'cologne', 'frankfurt'],
  'Europe/Paris': ['france', 'lyon', 'marseille'],
  'Europe/Rome': ['italy', 'milan', 'naples', 'turin'],
  'Europe/Zurich': ['switzerland', 'geneva', 'basel', 'bern'],
  'Europe/Vienna': ['austria', 'graz'],
  'Europe/Athens': ['greece', 'eet', 'eastern european time'],
  'Europe/Istanbul': ['turkey', 'ankara'],
  'Asia/Kolkata': [...INDIA, 'calcutta'],
  'Asia/Calcutta': [...INDIA, 'kolkata'],
  'Asia/Shanghai': ['china', 'beijing'],
  'Asia/Tokyo': ['japan', 'osaka'],
  'Asia/Seoul': ['korea', 'south korea'],
  'Australia/Sydney': ['canberra', 'aest'],
  'Pacific/Auckland': ['new zealand', 'wellington'],
};

const fold = (text: string) =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** The city that a zone is named after, as people write it. */
export const cityOf = (zone: string): string => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');

/** What a zone is called besides, such as “central time”; empty where nothing usual is known. */
export const calledBesides = (zone: string): string => (CALLED[zone] ?? []).slice(0, 2).join(', ');

/**
 * The time zone that somebody means: by its own name, by the city in it, or by what people call it, whatever its case and accents.
 * @param zones the names of all zones
 * @returns null where none is meant, or more than one
 */
export function zoneOf(typed: string, zones: readonly string[]): string | null {
  const word = fold(typed);
  if (word === '') return null;
  const one = (found: readonly string[]) => (found.length === 1 ? (found[0] ?? null) : null);
  const called = Object.entries(CALLED).flatMap(([zone, names]) => (names.includes(word) && zones.includes(zone) ? [zone] : []));
  return (
    one(zones.filter((zone) => fold(zone) === word)) ??
    one(zones.filter((zone) => fold(cityOf(zone)) === word)) ??
    one(called) ??
    (word.length > 3 ? one(zones.filter((zone) => fold(cityOf(zone)).startsWith(word))) : null)
  );
}
