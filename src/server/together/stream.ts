import type { ServerResponse } from 'node:http';
import { language } from '../../core/text/translate.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { inLanguage } from '../platform/languages.ts';
import type { Once } from '../platform/rooms.ts';
import { allow, asPerson } from '../policy.ts';
import { commandsOf, standingEvening } from '../weeks/evenings.ts';
import { boardOf, sceneOf } from './board.ts';

/* What happens on an evening, told to every device on it as server-sent events. What the coach said is told once and in order, with its number as
   the event's id, and again from the last one that a device heard; how things stand is told as it is now, and to a slow line only the newest. */

/** A device that does not read this much is cut off; it comes back with the last it heard. */
const BEHIND_BYTES = 256 * 1024;
/** A device that still has this much to read is not told how things stand until it has read it. */
const SLOW_BYTES = 16 * 1024;
/** After how long a device that lost the line comes back. */
const RETRY_MS = 1000;

/** What such an answer says of itself. */
const HEADERS = {
  'content-type': 'text/event-stream; charset=utf-8',
  'cache-control': 'no-store, no-transform',
  // A proxy that gathers what passes would hold every word back.
  'x-accel-buffering': 'no',
};

const event = (name: string, data: string, id?: number) => `${id === undefined ? '' : `id: ${id}\n`}event: ${name}\ndata: ${data}\n\n`;

/**
 * Tells a device everything of an evening from now on, until it goes.
 * @param lastHeard the number of the last word of the coach that it heard; 0 for none
 * @param mayStay asked now and then: whoever may not be here any more is let go
 * @param headOnly only how it would be answered is asked
 * @throws Problem before anything is written
 */
export function followEvening(
  context: Context,
  actor: Actor,
  input: { evening: string; lastHeard: number },
  res: ServerResponse,
  mayStay: () => Promise<boolean>,
  headOnly = false,
): void {
  const { db, rooms } = context;
  allow(db, actor, 'follow a live evening', { evening: input.evening });
  const evening = standingEvening(db, input.evening);
  const who = actor.kind === 'player' ? actor.playerId : asPerson(actor).userId;
  const read = language();
  let heard = input.lastHeard;
  let isStale = false;
  let shown = '';
  res.writeHead(200, HEADERS);
  if (headOnly) return void res.end();
  res.write(`retry: ${RETRY_MS}\n\n`);
  /** What the coach said since this device last heard; returns all of it. */
  const tellWords = (once: Once): readonly Command[] => {
    const commands = once('words', () => commandsOf(db, evening.id));
    for (const one of commands.filter(({ seq }) => seq > heard)) {
      heard = one.seq;
      res.write(event('command', JSON.stringify(one), one.seq));
    }
    if (res.writableLength > BEHIND_BYTES) res.destroy();
    return commands;
  };
  const tell = (once: Once) => {
    const commands = tellWords(once);
    if (res.destroyed) return;
    isStale = res.writableLength > SLOW_BYTES;
    if (isStale) return;
    const now =
      actor.kind === 'coach'
        ? event(
            'board',
            once(`board ${read}`, () => JSON.stringify(inLanguage(read, () => boardOf(context, evening, commands)))),
          )
        : event(
            'scene',
            once('scene', () => JSON.stringify(sceneOf(context, evening, commands))),
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
  // A slow line has read what it had: it is told how things stand now.
  res.on('drain', () => isStale && rooms.poke(evening.id));
  res.once('close', leave);
}
