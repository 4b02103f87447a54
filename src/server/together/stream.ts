import type { ServerResponse } from 'node:http';
import { language } from '../../core/text/translate.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { inLanguage } from '../platform/languages.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { commandsOf, type Evening, eveningById } from '../weeks/evenings.ts';
import { boardOf, sceneOf } from './board.ts';

/* What happens on an evening, told to every device on it as server-sent events. What the coach said is told once and in order, with its number as
   the event's id, and again from the last one that a device heard; how things stand is told as it is now, and to a slow line only the newest. */

/** A device that does not read this much is cut off; it comes back with the last it heard. */
const BEHIND_BYTES = 256 * 1024;
/** A device that still has this much to read is not told how things stand until it has read it. */
const SLOW_BYTES = 16 * 1024;
/** After how long a device that lost the line comes back. */
const RETRY_MS = 1000;

/** What is the same for all devices of a room is made once for all that hear of one change. */
const made = new Map<string, string>();
function onceForAll(key: string, make: () => unknown): string {
  const had = made.get(key);
  if (had !== undefined) return had;
  if (made.size === 0) setImmediate(() => made.clear());
  const text = JSON.stringify(make());
  made.set(key, text);
  return text;
}

/** What the coach said, read once for all devices that are told of it. */
const said = new Map<string, readonly Command[]>();
function wordsOf(db: Db, evening: string): readonly Command[] {
  const had = said.get(evening);
  if (had) return had;
  if (said.size === 0) setImmediate(() => said.clear());
  const words = commandsOf(db, evening);
  said.set(evening, words);
  return words;
}

const event = (name: string, data: string, id?: number) => `${id === undefined ? '' : `id: ${id}\n`}event: ${name}\ndata: ${data}\n\n`;

/**
 * Tells a device everything of an evening from now on, until it goes.
 * @param lastHeard the number of the last word of the coach that it heard; 0 for none
 * @param mayStay asked now and then: whoever may not be here any more is let go
 * @throws Problem before anything is written
 */
export function followEvening(
  context: Context,
  actor: Actor,
  input: { evening: string; lastHeard: number },
  res: ServerResponse,
  mayStay: () => Promise<boolean>,
): void {
  const { db, rooms } = context;
  allow(db, actor, 'follow a live evening', { evening: input.evening });
  const evening: Evening | undefined = eveningById(db, input.evening);
  if (!evening || evening.calledOffAt !== null) throw notFound();
  const who = actor.kind === 'player' ? actor.playerId : asPerson(actor).userId;
  const read = language();
  let heard = input.lastHeard;
  let stale = false;
  let shown = '';
  res.writeHead(200, {
    'content-type': 'text/event-stream; charset=utf-8',
    'cache-control': 'no-store, no-transform',
    // A proxy that gathers what passes would hold every word back.
    'x-accel-buffering': 'no',
  });
  res.write(`retry: ${RETRY_MS}\n\n`);
  /** What the coach said since this device last heard; returns all of it. */
  const tellWords = () => {
    const commands = wordsOf(db, evening.id);
    for (const one of commands) {
      if (one.seq <= heard) continue;
      heard = one.seq;
      res.write(
        event('command', JSON.stringify({ seq: one.seq, at: one.at, type: one.type, go: one.type === 'go' ? one.go : null }), one.seq),
      );
    }
    if (res.writableLength > BEHIND_BYTES) res.destroy();
    return commands;
  };
  const tell = () => {
    const commands = tellWords();
    if (res.destroyed) return;
    stale = res.writableLength > SLOW_BYTES;
    if (stale) return;
    const now =
      actor.kind === 'coach'
        ? event(
            'board',
            onceForAll(`${evening.id}|${read}`, () => inLanguage(read, () => boardOf(context, evening, commands))),
          )
        : event(
            'scene',
            onceForAll(evening.id, () => sceneOf(context, evening, commands)),
          );
    if (now === shown) return;
    shown = now;
    res.write(now);
  };
  const leave = rooms.enter(evening.id, {
    who,
    onWord: tellWords,
    onChange: tell,
    onBeat() {
      res.write(': still here\n\n');
      if (res.writableLength > BEHIND_BYTES) res.destroy();
      void mayStay().then((may) => may || res.end());
    },
    onClose: () => void res.end(),
  });
  res.on('drain', () => stale && tell());
  res.once('close', leave);
}
