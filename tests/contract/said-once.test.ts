import { expect } from 'chai';
import fc from 'fast-check';
import { sayOnce } from '../../src/contract/said-once.ts';

type Json = Record<string, unknown>;
const SHARED = '#/components/schemas/';

/** A schema with what it points to in place. */
function whole(value: unknown, schemas: Json): unknown {
  if (Array.isArray(value)) return value.map((one) => whole(one, schemas));
  if (value === null || typeof value !== 'object') return value;
  const { $ref } = value as { $ref?: string };
  if ($ref) return whole(schemas[$ref.slice(SHARED.length)], schemas);
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, whole(one, schemas)]));
}

const letters = (name: string) => ({
  type: 'string',
  enum: [`${name} of a kind that takes some letters`, `${name} of another kind, as long as that`],
});
const object = (properties: Json) => ({ type: 'object', properties, required: Object.keys(properties) });

describe('schemas that are said once', () => {
  it('get the name of the property that holds them where they stand twice; what stands once, or is short, stays', () => {
    const schemas: Json = { Week: object({ kit: letters('kit'), day: { type: 'string' }, mood: letters('mood') }) };
    const [answer] = sayOnce(schemas, [['Answer', object({ kit: letters('kit'), day: { type: 'string' } })]]);
    expect(Object.keys(schemas)).to.deep.equal(['Week', 'Kit']);
    expect(schemas.Kit).to.deep.equal(letters('kit'));
    expect(answer).to.deep.equal(object({ kit: { $ref: `${SHARED}Kit` }, day: { type: 'string' } }));
    expect((schemas.Week as { properties: Json }).properties).to.deep.equal({
      ...{ kit: { $ref: `${SHARED}Kit` }, day: { type: 'string' }, mood: letters('mood') },
    });
  });

  it('are pointed to wherever a named one stands, also in one place', () => {
    const schemas: Json = { Kit: letters('kit') };
    expect(sayOnce(schemas, [['Answer', object({ things: letters('kit') })]])).to.deep.equal([
      object({ things: { $ref: `${SHARED}Kit` } }),
    ]);
    expect(schemas).to.deep.equal({ Kit: letters('kit') });
  });

  it('have the owner’s name before theirs where that name is taken', () => {
    const schemas: Json = { Kit: { type: 'string' }, Week: object({ kit: letters('a') }), Player: object({ kit: letters('a') }) };
    sayOnce(schemas, []);
    expect(Object.keys(schemas)).to.deep.equal(['Kit', 'Week', 'Player', 'WeekKit']);
  });

  it('are named once with what is in them, which stands in one place then', () => {
    const block = object({ kit: letters('kit') });
    const schemas: Json = { Week: object({ block }), Session: object({ block }) };
    sayOnce(schemas, []);
    expect(Object.keys(schemas)).to.deep.equal(['Week', 'Session', 'Block']);
    expect(schemas.Block).to.deep.equal(block);
  });

  it('say with their pointers followed what they said before', () => {
    const leaf = fc.constantFrom<Json>(letters('a'), letters('b'), { type: 'integer' }, { type: 'string', const: 'x' });
    const names = fc.constantFrom('kit', 'day', 'big-toe', 'block');
    const { schema } = fc.letrec<{ schema: Json }>((tie) => ({
      schema: fc.oneof(
        { depthSize: 'medium' },
        leaf,
        fc.dictionary(names, tie('schema'), { maxKeys: 3 }).map(object),
        fc.array(tie('schema'), { minLength: 1, maxLength: 2 }).map((anyOf) => ({ anyOf })),
        tie('schema').map((items) => ({ type: 'array', items })),
      ),
    }));
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom('Kit', 'Week', 'Block'), schema), fc.array(schema, { maxLength: 3 }), (named, loose) => {
        const before = structuredClone({ named, loose });
        const schemas: Json = structuredClone(named);
        const said = sayOnce(
          schemas,
          loose.map((one, i) => [`Loose${i}`, structuredClone(one)] as const),
        );
        for (const [name, one] of Object.entries(before.named)) expect(whole(schemas[name], schemas)).to.deep.equal(one);
        expect(said.map((one) => whole(one, schemas))).to.deep.equal(before.loose);
      }),
    );
  });
});
