type Json = Record<string, unknown>;

const SHARED = '#/components/schemas/';
/** What is shorter is no longer than a pointer to it. */
const SHORTEST = 90;

/** Keys under which a schema holds other schemas, by name, as a list, or one. */
const BY_NAME: ReadonlySet<string> = new Set(['properties', 'patternProperties']);
const IN_A_LIST: ReadonlySet<string> = new Set(['anyOf', 'oneOf', 'allOf', 'prefixItems']);
const ALONE: ReadonlySet<string> = new Set(['items', 'additionalProperties', 'not']);

const isJson = (value: unknown): value is Json => value !== null && typeof value === 'object' && !Array.isArray(value);
const inCapitals = (name: string) => name.replace(/(?:^|[^A-Za-z0-9]+)([A-Za-z0-9])/g, (_, letter: string) => letter.toUpperCase());

/** The same schema with each schema inside it turned; `name` is that of the property that holds it. */
function turned(schema: Json, name: string, turn: (inner: Json, name: string) => Json): Json {
  const inner = (value: unknown, own: string) => (isJson(value) ? turn(value, own) : value);
  return Object.fromEntries(
    Object.entries(schema).map(([key, value]) => {
      if (BY_NAME.has(key) && isJson(value))
        return [key, Object.fromEntries(Object.entries(value).map(([own, one]) => [own, inner(one, own)]))];
      if (IN_A_LIST.has(key) && Array.isArray(value)) return [key, value.map((one) => inner(one, name))];
      return [key, ALONE.has(key) ? inner(value, name) : value];
    }),
  );
}

/**
 * Points to a named schema wherever it stands, and gives each other one that stands in several places a name: that of the property that holds it.
 * @param schemas by name, under `components`; what gets a name is put among them
 * @param rest other schemas, by a name that they could have
 * @returns the other schemas with the pointers in place
 */
export function sayOnce(schemas: Record<string, unknown>, rest: readonly (readonly [name: string, schema: Json])[]): Json[] {
  const roots = Object.entries(schemas).filter((entry): entry is [string, Json] => isJson(entry[1]));
  const times = new Map<string, number>();
  const count = (schema: Json, name: string): Json => {
    const text = JSON.stringify(schema);
    const before = times.get(text) ?? 0;
    times.set(text, before + 1);
    // What stands in the same thing twice stands in one place once that has a name.
    return before > 0 ? schema : turned(schema, name, count);
  };
  for (const [name, schema] of roots) turned(schema, name, count);
  for (const [name, schema] of rest) count(schema, name);
  const known = new Map(roots.map(([name, schema]) => [JSON.stringify(schema), name]));
  const point = (owner: string) => {
    const turn = (schema: Json, name: string): Json => {
      const text = JSON.stringify(schema);
      const given = text.length < SHORTEST ? undefined : known.get(text);
      if (given) return { $ref: `${SHARED}${given}` };
      if (text.length < SHORTEST || (times.get(text) ?? 0) < 2) return turned(schema, name, turn);
      const own = [inCapitals(name), `${owner}${inCapitals(name)}`].find((one) => !(one in schemas)) ?? `${owner}${known.size}`;
      known.set(text, own);
      schemas[own] = {};
      schemas[own] = turned(schema, name, turn);
      return { $ref: `${SHARED}${own}` };
    };
    return turn;
  };
  for (const [name, schema] of roots) schemas[name] = turned(schema, name, point(name));
  return rest.map(([name, schema]) => point(name)(schema, name));
}
