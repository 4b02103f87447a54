/* Who is connected to what is on right now. It lives in memory alone: after a restart devices come back by themselves, and a room in which nobody is costs nothing. */

/** Makes something once for all devices that hear of one change, by its name. */
export type Once = <T>(name: string, make: () => T) => T;

/** One device in a room. */
export interface InRoom {
  /** Whose it is: a player's id, or that of a coach's account. */
  who: string;
  /** Somebody who leads has said something: it is told at once. */
  onWord(once: Once): void;
  /** How things stand in the room has changed. */
  onChange(once: Once): void;
  /** Asked now and then whether it may still be here, and to keep its line alive. */
  onBeat(): void;
  /** The house closes. */
  onClose(): void;
}

export interface Rooms {
  /** Takes a device in; returns the way out. */
  enter(room: string, one: InRoom): () => void;
  /** Who is in a room, and what each said of oneself there: with a device of their own, or beside somebody whose device is. */
  present(room: string): ReadonlyMap<string, string | null>;
  /**
   * Somebody says what they do in a room; forgotten with the last device it was said beside.
   * @param beside whose device that is; with nobody of that name in the room it is not heard
   */
  say(room: string, who: string, what: string, beside?: string): void;
  /** Somebody who leads has said something: everybody in the room hears it at once. */
  tell(room: string): void;
  /** How things stand in a room has changed: everybody in it is told, many changes at once. */
  poke(room: string): void;
  close(): void;
  /** Rooms with somebody in them. */
  readonly size: number;
}

/** Changes within this time are told together. */
const TOGETHER_MS = 300;
/** How often a line is kept alive, and the right to it asked for anew. Proxies cut what is silent for a minute. */
const BEAT_MS = 15_000;

interface Room {
  inside: Set<InRoom>;
  said: Map<string, { what: string; beside: string }>;
  soon: NodeJS.Timeout | null;
  beat: NodeJS.Timeout;
}

function onceForAll(): Once {
  const made = new Map<string, unknown>();
  return <T>(name: string, make: () => T): T => {
    if (!made.has(name)) made.set(name, make());
    return made.get(name) as T;
  };
}

const isInside = ({ inside }: Room, who: string): boolean => [...inside].some((one) => one.who === who);

/** The rooms of a house. */
export function createRooms(beatMs = BEAT_MS): Rooms {
  const rooms = new Map<string, Room>();
  const openRoom = (name: string): Room => {
    const had = rooms.get(name);
    if (had) return had;
    const inside = new Set<InRoom>();
    const beat = setInterval(() => {
      for (const one of [...inside]) one.onBeat();
    }, beatMs);
    beat.unref();
    const made: Room = { inside, said: new Map(), soon: null, beat };
    rooms.set(name, made);
    return made;
  };
  const poke = (name: string) => {
    const room = rooms.get(name);
    if (!room || room.soon) return;
    room.soon = setTimeout(() => {
      room.soon = null;
      const once = onceForAll();
      for (const one of [...room.inside]) one.onChange(once);
    }, TOGETHER_MS);
  };
  const leave = (name: string, room: Room, one: InRoom) => {
    if (!room.inside.delete(one)) return;
    if (!isInside(room, one.who)) for (const [who, { beside }] of room.said) if (beside === one.who) room.said.delete(who);
    if (room.inside.size > 0) return poke(name);
    clearInterval(room.beat);
    if (room.soon) clearTimeout(room.soon);
    rooms.delete(name);
  };
  return {
    enter(name, one) {
      const room = openRoom(name);
      room.inside.add(one);
      poke(name);
      return () => leave(name, room, one);
    },
    present(name) {
      const room = rooms.get(name);
      const here = [...(room?.inside ?? [])].map((one): [string, null] => [one.who, null]);
      return new Map([...here, ...[...(room?.said ?? [])].map(([who, { what }]): [string, string] => [who, what])]);
    },
    say(name, who, what, beside = who) {
      const room = rooms.get(name);
      if (!room || !isInside(room, beside)) return;
      const isNew = room.said.get(who)?.what !== what;
      room.said.set(who, { what, beside });
      if (isNew) poke(name);
    },
    tell(name) {
      const once = onceForAll();
      for (const one of [...(rooms.get(name)?.inside ?? [])]) one.onWord(once);
      poke(name);
    },
    poke,
    close() {
      for (const room of [...rooms.values()]) for (const one of [...room.inside]) one.onClose();
    },
    get size() {
      return rooms.size;
    },
  };
}
