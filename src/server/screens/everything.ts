import { createReadStream, existsSync } from 'node:fs';
import { extname, join } from 'node:path';
import { asc, eq } from 'drizzle-orm';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { trainingDay } from '../../core/calendar/days.ts';
import { childPage, childScoreRow, clipFileName } from '../../core/files/index.ts';
import type { Actor } from '../accounts/actor.ts';
import { bringNear, canBeHad } from '../clips/far.ts';
import type { Context } from '../context.ts';
import { playerHistoryOf } from '../files/exports.ts';
import { clips, consents, players, spokenLines, squadPlayers } from '../platform/db/schema.ts';
import { csv } from '../platform/http/csv.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { remarksOnClip } from '../review/files.ts';
import { childFor } from './family.ts';
import { guardiansOf } from './posting.ts';

/** One file of the download: words, or a file of the house. */
interface Entry {
  name: string;
  from: { text: string } | { file: string };
}

/** What is said of each file to who unpacks it on a system with rights: a usual file, read by all, written by its owner. */
const UNIX = 3;
const READABLE = (0o100644 << 16) >>> 0;

const json = (value: unknown) => ({ text: `${JSON.stringify(value, null, 2)}\n` });

const CONSENT_WORDS = { clips: 'clips', table: 'the squad’s tables', post: 'letters by mail' } as const;

const README = `Everything that Eager Feet keeps of one child.

open-me.html          the same to read: clips by day and drill, bests, sessions, lines, permissions
child.json            who, in which squads, every yes and no, every line of the coach, who watched what, letters
history-*.json        all scores, records, sessions and days of one squad (format eager-feet/history)
scores-*.csv          the same scores as a table
clips/                clips that are kept, by day and drill, and the coach's remarks on each as WebVTT
spoken/               lines that the coach spoke

Notes that coaches keep for themselves are not in here; ask the coach for them.
`;

/** What belongs to a child, as files, for its guardian. Found before the first byte goes out: what is wrong is still said then. */
export function everythingOf(context: Context, actor: Actor, input: { player: string }): Entry[] {
  const { db, config } = context;
  const { player: playerId } = input;
  allow(db, actor, 'download everything', input);
  const player = db.select().from(players).where(eq(players.id, playerId)).get();
  if (!player) throw notFound();
  const { nickname, birthYear, strongerFoot, contactSchool, pictures, home, createdAt } = player;
  const memberships = db.select().from(squadPlayers).where(eq(squadPlayers.playerId, playerId)).orderBy(asc(squadPlayers.joinedOn)).all();
  const kept = db.select().from(clips).where(eq(clips.playerId, playerId)).all();
  const said = db.select().from(consents).where(eq(consents.playerId, playerId)).orderBy(asc(consents.at)).all();
  const about = {
    player: { nickname, birthYear, strongerFoot, contactSchool, pictures, home, createdAt },
    squads: memberships.map(({ squadId, level, joinedOn, leftOn }) => ({ squadId, level, joinedOn, leftOn })),
    guardians: guardiansOf(db, playerId).map((one) => one.name),
    consents: said.map(({ kind, yes, textVersion, at }) => ({ kind, yes, textVersion, at: new Date(at).toISOString() })),
    page: childFor(context, actor, playerId),
  };
  const { page } = about;
  const dayOf = (at: number) => trainingDay(at, page.timeZone, 0);
  const taken = new Set<string>();
  const named = page.clips.flatMap((clip) => {
    const row = kept.find((one) => one.id === clip.id);
    if (!row?.fileName || !canBeHad(context, row.fileName)) return [];
    const day = dayOf(clip.at);
    const path = `clips/${clipFileName({ day, drill: clip.drillName, foot: clip.foot }, extname(row.fileName), taken)}`;
    return [{ row, file: join(config.clipDir, row.fileName), path, day, clip }];
  });
  const histories = memberships.map(({ squadId }, i) => ({ part: i + 1, history: playerHistoryOf(context, squadId, playerId) }));
  const spoken = db.select().from(spokenLines).where(eq(spokenLines.playerId, playerId)).all();
  const readable = childPage({
    nickname,
    madeOn: dayOf(context.now()),
    histories: histories.map((one) => one.history),
    lines: page.lines.flatMap(({ at, drillName, line }) => (line ? [{ day: dayOf(at), drill: drillName, line }] : [])),
    permissions: page.consents.map(({ kind, yes, at, by }) => ({ day: dayOf(at), what: CONSENT_WORDS[kind], yes, by })),
    clips: named.map(({ path, day, clip }) => ({
      path,
      day,
      drill: clip.drillName,
      foot: clip.foot,
      watched: clip.views.flatMap((view) => (view.kind === 'watched' ? [{ who: view.who, seconds: view.seconds ?? 0 }] : [])),
    })),
  });
  const fileOf = (folder: string, name: string | null): Entry[] => {
    return name && canBeHad(context, name) ? [{ name: `${folder}/${name}`, from: { file: join(config.clipDir, name) } }] : [];
  };
  return [
    { name: 'README.txt', from: { text: README } },
    { name: 'open-me.html', from: { text: readable } },
    { name: 'child.json', from: json(about) },
    ...histories.flatMap(({ part, history }) => [
      { name: `history-${part}.json`, from: json(history) },
      {
        name: `scores-${part}.csv`,
        from: { text: csv(history.scores.map((score) => childScoreRow(score, history.squad.timeZone))) },
      },
    ]),
    ...named.flatMap(({ row, file, path }): Entry[] => [
      { name: path, from: { file } },
      { name: `${path.slice(0, path.length - extname(path).length)}.vtt`, from: { text: remarksOnClip(db, row) } },
    ]),
    ...spoken.filter((line) => line.deletedAt === null).flatMap((line) => fileOf('spoken', line.fileName)),
  ];
}

/** Everything of a child as a ZIP, piece by piece and one file after the other: memory stays flat however many clips there are. */
export async function* everythingZip(context: Context, actor: Actor, input: { player: string }): AsyncGenerator<Uint8Array> {
  yield* zipOf(everythingOf(context, actor, input), (file) => bringNear(context, file));
}

/** Files as a ZIP, in pieces. @param fetch sees to it that a file can be read */
export async function* zipOf(
  entries: readonly Entry[],
  fetch: (file: string) => Promise<void> = async () => {},
): AsyncGenerator<Uint8Array> {
  const made: Uint8Array[] = [];
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    made.push(chunk);
  });
  for (const { name, from } of entries) {
    if ('file' in from) {
      await fetch(from.file);
      // Gone meanwhile: everything else is given all the same.
      if (!existsSync(from.file)) continue;
    }
    // Clips are compressed already.
    const file = 'text' in from ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    // Without rights, some programs unpack files that nobody may read.
    Object.assign(file, { os: UNIX, attrs: READABLE });
    zip.add(file);
    if ('text' in from) file.push(Buffer.from(from.text), true);
    else {
      for await (const chunk of createReadStream(from.file)) {
        file.push(chunk as Uint8Array);
        yield* made.splice(0);
      }
      file.push(new Uint8Array(0), true);
    }
    yield* made.splice(0);
  }
  zip.end();
  yield* made.splice(0);
}
