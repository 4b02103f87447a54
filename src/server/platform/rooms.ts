/* Who is connected to what is on right now. It lives in memory alone: after a restart devices come back by themselves, and a room in which nobody is costs nothing. */

/** One device in a room. */
export interface InRoom {
  /** Whose it is: a player's id, or that of a coach's account. */
  who: string;
  /** Somebody who leads has said something: it is told at once. */
  onWord(): void;
  /** How things stand in the room has changed. */
  onChange(): void;
  /** Asked now and then whether it may still be here, and to keep its line alive. */
  onBeat(): void;
  /** The house closes. */
  onClose(): void;
}

export interface Rooms {
  /** Takes a device in; returns the way out. */
  enter(room: string, one: InRoom): () => void;
  /** Who is in a room, each once for each device. */
  present(room: string): readonly InRoom[];
  /** What somebody said of oneself in a room; forgotten when the last device of theirs leaves. */
  say(room: string, who: string, what: string): void;
  said(room: string, who: string): string | null;
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
  said: Map<string, string>;
  soon: NodeJS.Timeout | null;
  beat: NodeJS.Timeout;
}

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
      for (const one of [...room.inside]) one.onChange();
    }, TOGETHER_MS);
  };
  const leave = (name: string, room: Room, one: InRoom) => {
    if (!room.inside.delete(one)) return;
    if (![...room.inside].some((other) => other.who === one.who)) room.said.delete(one.who);
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
    present: (name) => [...(rooms.get(name)?.inside ?? [])],
    say(name, who, what) {
      const room = rooms.get(name);
      if (!room || room.said.get(who) === what) return;
      room.said.set(who, what);
      poke(name);
    },
    said: (name, who) => rooms.get(name)?.said.get(who) ?? null,
    tell(name) {
      for (const one of [...(rooms.get(name)?.inside ?? [])]) one.onWord();
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
