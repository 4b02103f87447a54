/**
 * The notation in Spanish, one table for reading and writing: the English word, how it is written in Spanish, and what else may be said for
 * it. Forms are without accents, as they are compared without. Of `left` and `right` the second form is the way, the first the foot.
 */
const TABLE: Readonly<Record<string, readonly string[]>> = {
  // Where things are.
  'on the route': ['por el recorrido', 'sobre el recorrido'],
  'no ball': ['sin balon', 'sin pelota'],
  'ball between the feet': ['balon entre los pies', 'pelota entre los pies'],
  'ball in front of the': ['balon delante del', 'balon delante de la', 'pelota delante del'],
  'ball in front': ['balon delante', 'pelota delante'],
  'ball beside the': ['balon al lado del', 'balon al lado de la', 'balon junto al', 'pelota al lado del'],
  'ball under the': ['balon bajo el', 'balon bajo la', 'balon debajo del', 'pelota bajo el'],
  'ball in the hands': ['balon en las manos', 'balon en la mano', 'pelota en las manos'],
  'ball in the air': ['balon en el aire', 'pelota en el aire'],
  'stand on the': ['de pie sobre el', 'de pie sobre la', 'apoyado en el', 'apoyado en la', 'apoyada en la'],
  'feet together': ['pies juntos'],
  'feet wide': ['pies muy separados', 'pies abiertos'],
  'feet apart': ['pies separados'],
  wall: ['pared'],
  goal: ['porteria', 'meta'],
  cone: ['cono'],
  steps: ['pasos'],
  step: ['paso'],
  shoe: ['zapato', 'zapatos'],
  // Who.
  left: ['izquierdo', 'izquierda'],
  right: ['derecho', 'derecha'],
  stronger: ['fuerte', 'bueno'],
  other: ['otro', 'otra'],
  same: ['mismo', 'misma'],
  far: ['lejano'],
  near: ['cercano'],
  feet: ['pies'],
  hands: ['manos', 'mano'],
  ball: ['balon', 'pelota'],
  chest: ['pecho'],
  head: ['cabeza'],
  // With what.
  inside: ['interior'],
  outside: ['exterior'],
  laces: ['empeine', 'cordones'],
  sole: ['planta', 'suela'],
  toe: ['punta', 'puntera'],
  heel: ['talon'],
  thigh: ['muslo'],
  knee: ['rodilla'],
  ankle: ['tobillo'],
  belt: ['cintura'],
  hip: ['cadera'],
  forehead: ['frente'],
  ground: ['suelo', 'piso'],
  // What is done.
  taps: ['toca', 'toque', 'tocan', 'tocar', 'tocando'],
  pushes: ['empuja', 'empujan', 'lleva', 'conduce', 'desliza'],
  pulls: ['arrastra', 'jala', 'tira de'],
  rolls: ['rueda', 'hace rodar'],
  stops: ['para', 'pisa', 'detiene', 'controla', 'recibe'],
  circles: ['rodea'],
  passes: ['pasa', 'chuta', 'dispara', 'golpea'],
  'kicks up': ['levanta', 'patea hacia arriba'],
  cushions: ['amortigua', 'baja'],
  'throw up': ['lanza', 'lanza hacia arriba'],
  drop: ['suelta', 'deja caer'],
  catch: ['atrapa', 'agarra'],
  'pick it up': ['recoge'],
  bounces: ['bota', 'rebota'],
  'steps over': ['pasa por encima', 'hace una bicicleta', 'bicicleta'],
  'steps ': ['da un paso', 'dan un paso', 'corre', 'camina'],
  hops: ['brinca', 'brincan'],
  jump: ['salta', 'saltan', 'saltar'],
  turn: ['gira', 'giro', 'girar'],
  shield: ['protege', 'cubre'],
  fake: ['finta', 'amaga'],
  holds: ['aguanta', 'sostiene', 'mantiene'],
  wait: ['espera', 'descansa'],
  // Where to, how far, how high.
  quarter: ['un cuarto', 'cuarto'],
  half: ['media vuelta', 'media', 'medio'],
  full: ['vuelta entera', 'vuelta completa'],
  'to the wall': ['a la pared'],
  'to the goal': ['a la porteria'],
  forward: ['adelante', 'hacia adelante', 'hacia delante'],
  ahead: ['delante'],
  back: ['atras', 'hacia atras'],
  out: ['afuera', 'hacia afuera', 'hacia fuera', 'fuera'],
  across: ['cruzando', 'cruzado', 'al otro lado', 'adentro', 'hacia adentro', 'hacia dentro'],
  along: ['a lo largo', 'tras el balon'],
  home: ['a casa', 'de vuelta'],
  behind: ['detras', 'por detras', 'por detras de la pierna'],
  'over the head': ['por encima de la cabeza'],
  'to the': ['a la altura del', 'a la altura de la', 'hasta el', 'hasta la'],
  'from the inside': ['desde dentro', 'desde el interior'],
  'from the outside': ['desde fuera', 'desde el exterior'],
  rolling: ['rodando', 'sigue rodando'],
  long: ['largo', 'larga'],
  short: ['corto', 'corta'],
  // How beats go together.
  and: ['y', 'mientras'],
  'then ': ['luego', 'despues'],
  'again mirrored': ['otra vez en espejo', 'otra vez con el otro pie', 'de nuevo con el otro pie'],
  'again from the start': ['otra vez desde el principio', 'de nuevo desde el principio'],
  again: ['otra vez', 'de nuevo'],
  sideways: ['de lado'],
  'moving along': ['avanzando'],
  times: ['veces'],
  two: ['dos'],
  three: ['tres'],
  four: ['cuatro'],
  five: ['cinco'],
  six: ['seis'],
};

/** Words that may stand anywhere and say nothing. */
const FILLER = 'el la los las un una uno de del al con en su se lo hacia pie pierna suavemente despacio'.split(' ');

const ENGLISH = new Map<string, string>([
  ...FILLER.map((word) => [word, ''] as const),
  ...Object.entries(TABLE).flatMap(([english, forms]) => forms.map((form) => [form, english.trim()] as const)),
]);

/** Every form, the longer ones first, so that a phrase is taken before its words. */
const SPANISH = new RegExp(`(?<![a-z0-9])(?:${[...ENGLISH.keys()].sort((a, b) => b.length - a.length).join('|')})(?![a-z0-9])`, 'g');

/** Small letters without accents, one letter for one. */
const bare = (words: string): string => [...words].map((letter) => letter.normalize('NFD').replace(/\p{M}/gu, '') || letter).join('');

/** A clause in small letters with its Spanish words said in English; English words, numbers and what nobody knows stay as they are. */
export function movesInEnglish(words: string): string {
  return bare(words)
    .replace(SPANISH, (form) => ENGLISH.get(form) ?? form)
    .replace(/ +/g, ' ')
    .trim();
}

/** With the accents they are written with; all others have none. */
const ACCENTS: Readonly<Record<string, string>> = {
  balon: 'balón',
  talon: 'talón',
  porteria: 'portería',
  atras: 'atrás',
  detras: 'detrás',
};

const accented = (form: string): string =>
  form
    .split(' ')
    .map((word) => ACCENTS[word] ?? word)
    .join(' ');

/**
 * How a word of the notation is written in Spanish.
 * @param way it is the way, not the foot: “derecha” beside “derecho”
 * @throws RangeError for what the notation does not write
 */
export function movesInSpanish(english: string, way = false): string {
  const forms = TABLE[english];
  if (!forms) throw new RangeError(`“${english}” is not in the Spanish table.`);
  return accented((way ? forms[1] : forms[0]) ?? forms[0] ?? english);
}

/** Single Spanish words of the notation, for whoever types. */
export const SPANISH_WORDS: readonly string[] = [...new Set(Object.values(TABLE).flat())]
  .filter((form) => !form.includes(' '))
  .map(accented);

/** What may follow a turn, or a number of steps: there left and right are ways. */
const TURNING = /^(half|quarter|turn)$/;

/** Words of the notation as they stand on a button, in Spanish: “and turn half right”. @throws RangeError for what is not in the table */
export function phraseInSpanish(english: string): string {
  const words = english.split(' ');
  const said: string[] = [];
  for (let at = 0; at < words.length; ) {
    let n = words.length - at;
    while (n > 1 && !TABLE[words.slice(at, at + n).join(' ')]) n--;
    const one = words.slice(at, at + n).join(' ');
    said.push(one === '*' ? one : movesInSpanish(one, TURNING.test(words[at - 1] ?? '')));
    at += n;
  }
  return said.join(' ');
}
