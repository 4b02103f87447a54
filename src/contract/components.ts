import { z } from 'zod';
import * as home from '../core/drills/home-schema.ts';
import * as drill from '../core/drills/schema.ts';
import * as coreFiles from '../core/files/files.ts';
import * as history from '../core/files/history.ts';
import * as layout from '../core/layouts/schema.ts';
import * as wishes from '../core/planning/propose/wishes.ts';
import * as season from '../core/planning/season/plan.ts';
import * as streaks from '../core/streaks/rules.ts';
import * as week from '../core/weeks/schema.ts';
import * as accounts from './accounts.ts';
import * as bench from './bench.ts';
import * as clips from './clips.ts';
import * as drills from './drills.ts';
import * as files from './files.ts';
import * as invitations from './invitations.ts';
import * as keys from './keys.ts';
import * as letters from './letters.ts';
import * as numbers from './numbers.ts';
import * as operations from './operations.ts';
import * as parts from './parts.ts';
import * as planning from './planning.ts';
import * as progress from './progress.ts';
import * as review from './review.ts';
import * as rules from './rules.ts';
import { sayOnce } from './said-once.ts';
import * as screens from './screens.ts';
import * as seasonSheet from './season.ts';
import * as squads from './squads.ts';
import * as tables from './tables.ts';
import * as training from './training.ts';
import * as weeks from './weeks.ts';

/* Schemas by their names, so that the published document says each once and points to it. */

const MODULES: readonly object[] = [
  ...[parts, home, drill, layout, week, wishes, season, streaks, coreFiles, history],
  ...[accounts, bench, clips, drills, files, invitations, keys, letters, numbers],
  ...[operations, planning, progress, review, rules, screens, seasonSheet, squads, tables, training, weeks],
];

const NAMED: [name: string, schema: z.ZodType][] = [];
const named = z.registry<{ id: string }>();
for (const module of MODULES)
  for (const [name, value] of Object.entries(module))
    if (value instanceof z.ZodType && !NAMED.some(([, one]) => one === value)) NAMED.push([name, value]);

type Json = Record<string, unknown>;
const LOCAL = '#/$defs/';
const SHARED = '#/components/schemas/';

/** A record of known keys with each of them named: not every reader of such documents goes by the names alone. */
function eachKey(record: Json, keys: readonly string[]): Json {
  const { propertyNames: _, additionalProperties, ...rest } = record;
  return { ...rest, properties: Object.fromEntries(keys.map((key) => [key, additionalProperties])), additionalProperties: false };
}

/** The same with each pointer to a named part turned, and without limits that any whole number of JSON has. */
function pointed(value: unknown, to: (name: string) => string): unknown {
  if (Array.isArray(value)) return value.map((one) => pointed(one, to));
  if (value === null || typeof value !== 'object') return value;
  const keys = (value as { propertyNames?: { enum?: string[] } }).propertyNames?.enum;
  if (keys) return pointed(eachKey(value as Json, keys), to);
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, one]) => {
      if (key === '$ref' && typeof one === 'string' && one.startsWith(LOCAL)) return [[key, `${SHARED}${to(one.slice(LOCAL.length))}`]];
      if ((key === 'minimum' || key === 'maximum') && Math.abs(Number(one)) === Number.MAX_SAFE_INTEGER) return [];
      return [[key, pointed(one, to)]];
    }),
  );
}

const byName = new Map(NAMED);
for (const [name, schema] of byName) named.add(schema, { id: name });
const bare = (schema: z.ZodType, io: 'input' | 'output') => JSON.stringify(z.toJSONSchema(schema, { io, unrepresentable: 'any' }));
const sameBothWays = new Map<string, boolean>();

/** Whether a named part is the same sent and answered: ids, days, instants, words. */
function isSame(name: string): boolean {
  const schema = byName.get(name);
  const known = sameBothWays.get(name) ?? (schema !== undefined && bare(schema, 'input') === bare(schema, 'output'));
  sameBothWays.set(name, known);
  return known;
}

/** Gathers the named parts of schemas as they are asked for. */
export class Components {
  readonly schemas: Record<string, unknown> = {};
  readonly parameters: Record<string, unknown> = {};
  private readonly loose: [name: string, schema: Json][] = [];

  /** A parameter of a path, which many addresses have, by its name; another one as it is. */
  parameter(one: { name: string; in: string; schema: object }): Json {
    if (one.in !== 'path') return { ...one };
    this.parameters[one.name] ??= one;
    return JSON.stringify(this.parameters[one.name]) === JSON.stringify(one) ? { $ref: `#/components/parameters/${one.name}` } : { ...one };
  }

  /**
   * A schema as JSON Schema; what has a name stands among the components. What is sent may leave out what an answer always has, so a part
   * that differs both ways has two.
   * @param io `input` for what is sent, `output` for what is answered
   * @param name that it may have among the components where it stands in several places
   */
  of(schema: z.ZodType, io: 'input' | 'output', name = ''): Json {
    const {
      $schema: _,
      $defs,
      ...rest
    } = z.toJSONSchema(schema, { io, unrepresentable: 'any', metadata: named }) as Json & { $defs?: Json };
    const parts = Object.entries($defs ?? {});
    const nameOf = (name: string) => (io === 'output' || isSame(name) ? name : `${name.replace(/Sent$/, 'To')}Sent`);
    for (const [name, part] of parts) {
      const { id: _id, $id: _$id, ...own } = part as Json;
      this.schemas[nameOf(name)] ??= pointed(own, nameOf);
    }
    const own = pointed(rest, nameOf) as Json;
    if (name) this.loose.push([name, own]);
    return own;
  }

  /** Names what still stands in several places, and points to it there: once everything was asked for. */
  done(): void {
    const said = sayOnce(this.schemas, this.loose);
    for (const [i, [, schema]] of this.loose.entries()) {
      for (const key of Object.keys(schema)) delete schema[key];
      Object.assign(schema, said[i]);
    }
  }
}
