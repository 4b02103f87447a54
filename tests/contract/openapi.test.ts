import { BaseResolver, createConfig, lintFromString, Source } from '@redocly/openapi-core';
import { Spectral } from '@stoplight/spectral-core';
import { oas } from '@stoplight/spectral-rulesets';
import { Ajv2020 as Ajv } from 'ajv/dist/2020.js';
import { expect } from 'chai';
import { OPEN_ACTS } from '../../src/contract/acts.ts';
import { examples } from '../../src/contract/examples.ts';
import { contract, type Endpoint } from '../../src/contract/index.ts';
import { openApiDocument } from '../../src/contract/openapi.ts';
import { operationNamed, strangeAnswer, strangeBody } from '../published.ts';

interface Operation {
  operationId: string;
  tags: string[];
  summary: string;
  description: string;
  'x-act'?: string;
  security?: object[];
  parameters?: { name: string; in: string; required: boolean; description: string }[];
  requestBody?: object;
  responses: Record<string, { $ref?: string }>;
}

/** Gives the examples, which the document names by their addresses, without asking for them over a line. */
class ExamplesHere extends BaseResolver {
  override async loadExternalRef(address: string): Promise<Source> {
    const example = examples.get(/\/api\/examples\/(.+)\.json$/.exec(address)?.[1] ?? '');
    if (example === undefined) throw new Error(`${address} is no example.`);
    return new Source(address, JSON.stringify(example), 'application/json');
  }
}

describe('the OpenAPI document', () => {
  const document = openApiDocument(contract, { version: '1.2.3', baseAddress: 'https://lantern.example', mail: 'keeper@lantern.example' });
  const text = JSON.stringify(document);
  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods as Record<string, Operation>).map(([method, one]) => ({ path, method, one })),
  );
  const endpoints = Object.values(contract).flatMap((area) => Object.values(area) as Endpoint[]);
  const parametersOf = (one: Operation) =>
    (one.parameters ?? []).map((parameter) => {
      const [, name] = /^#\/components\/parameters\/(.+)$/.exec((parameter as { $ref?: string }).$ref ?? '') ?? [];
      return name ? (document.components.parameters[name] as typeof parameter) : parameter;
    });
  const at = (path: string, method: string) => document.paths[path]?.[method] as Operation | undefined;

  it('has every endpoint of the contract, with its act', () => {
    for (const one of endpoints) expect(at(`/api/v1${one.path}`, one.method.toLowerCase())?.['x-act'], one.path).to.equal(one.act);
  });

  it('has what is beside the contract: sign-ins, uploads, files, calendars, schemas, itself', () => {
    for (const [path, method] of [
      ['/api/auth/sign-in/squad', 'post'],
      ['/api/uploads', 'post'],
      ['/api/uploads/{upload}', 'patch'],
      ['/api/v1/clips/{id}/file', 'get'],
      ['/api/v1/family/{player}/everything', 'get'],
      ['/calendar/{token}.ics', 'get'],
      ['/api/schemas/{name}.json', 'get'],
      ['/api/openapi.json', 'get'],
      ['/health', 'get'],
      ['/metrics', 'get'],
    ] as const)
      expect(at(path, method)?.summary, path).to.be.a('string');
  });

  it('names path parameters as required and query parameters as not', () => {
    const register = at('/api/v1/squads/{squad}/register', 'get') as Operation;
    expect(parametersOf(register).map((p) => [p.name, p.in, p.required])).to.deep.equal([
      ['squad', 'path', true],
      ['week', 'query', false],
    ]);
    for (const { path, one } of operations) {
      const inPath = [...path.matchAll(/\{([^}]+)\}/g)].map(([, name]) => name);
      expect(
        parametersOf(one)
          .filter((p) => p.in === 'path')
          .map((p) => p.name),
        path,
      ).to.have.members(inPath);
    }
  });

  it('asks for no session where anybody may, and for one of either name elsewhere', () => {
    const open: readonly string[] = OPEN_ACTS;
    for (const { path, one } of operations)
      if (one['x-act']) expect(one.security !== undefined, path).to.equal(open.includes(one['x-act']));
    expect(document.security).to.deep.equal([{ session: [] }, { secureSession: [] }]);
    for (const { path, one } of operations) if (one.security === undefined) expect(Object.keys(one.responses), path).to.include('401');
  });

  it('says of each operation what it is, where it belongs, and what may go wrong; no name twice', () => {
    const tags = new Set(document.tags.map((tag) => tag.name));
    for (const { path, one } of operations) {
      expect(one.summary.length, path).to.be.greaterThan(5);
      expect(one.description.length, path).to.be.greaterThan(5);
      expect(
        one.tags.every((tag) => tags.has(tag)),
        path,
      ).to.equal(true);
      expect(
        Object.keys(one.responses).some((status) => /^4/.test(status)),
        path,
      ).to.equal(true);
    }
    const ids = operations.map(({ one }) => one.operationId);
    expect(new Set(ids).size).to.equal(ids.length);
  });

  it('points at nothing that is not there, keeps nothing that nobody points at, is under 370 kB, and has at most 1,750 letters an operation', () => {
    const refs = new Set(
      [...text.matchAll(/"\$ref":"#\/components\/(schemas|responses|parameters)\/([^"]+)"/g)].map(([, kind, name]) => `${kind}/${name}`),
    );
    const there = Object.entries(document.components).flatMap(([kind, parts]) =>
      kind === 'securitySchemes' ? [] : Object.keys(parts).map((name) => `${kind}/${name}`),
    );
    for (const ref of refs) expect(there, ref).to.include(ref);
    expect(there.filter((name) => !refs.has(name))).to.deep.equal([]);
    expect(text).not.to.include('#/$defs/');
    expect(text.length).to.be.lessThan(370_000);
    // It had 1,766 of them while it had 201 operations.
    const operations = Object.values(document.paths).flatMap((one) => Object.keys(one as object));
    expect(text.length / operations.length).to.be.at.most(1750);
  });

  it('has examples that hold, of all that is read as JSON but what the demo has none of', () => {
    for (const name of examples.keys()) {
      const [, id = '', kind] = /^(.+)\.(sent|answer)$/.exec(name) ?? [];
      const operation = operationNamed(id);
      if (!operation) throw new Error(`${id} is no operation.`);
      const value = examples.get(name);
      expect(kind === 'sent' ? strangeBody(operation, value) : strangeAnswer(operation, 200, value), name).to.deep.equal([]);
      expect(text, name).to.include(`"https://lantern.example/api/examples/${name}.json"`);
    }
    const without = Object.entries(contract).flatMap(([area, list]) =>
      Object.entries(list as Record<string, Endpoint>)
        .filter(
          ([name, one]) =>
            one.method === 'GET' &&
            (one.file?.mediaType ?? 'application/json') === 'application/json' &&
            !examples.has(`${area}.${name}.answer`),
        )
        .map(([name]) => `${area}.${name}`),
    );
    expect(without).to.deep.equal(['invitations.request', 'films.state']);
  });

  it('is passed by two linters of others without a warning', async function () {
    this.timeout(60_000);
    const config = await createConfig({ extends: ['recommended-strict'] });
    const strict = (
      await lintFromString({ source: text, absoluteRef: '/openapi.json', config, externalRefResolver: new ExamplesHere() })
    ).map(({ ruleId, message }) => `${ruleId}: ${message}`);
    expect(strict).to.deep.equal([]);
    const linter = new Spectral();
    // Of all rules: a licence is named by its identifier, which stands instead of an address since OpenAPI 3.1.
    linter.setRuleset({ extends: [[oas as never, 'all']], rules: { 'license-url': 'off' } });
    const told = (await linter.run(document)).map(({ code, message, path }) => `${code}: ${message} ${path.join('/')}`);
    expect(told).to.deep.equal([]);
  });

  it('has schemas that a foreign validator takes', () => {
    const ajv = new Ajv({ strict: false, validateFormats: false });
    ajv.addSchema({ $id: 'all', ...document });
    for (const name of Object.keys(document.components.schemas))
      expect(() => ajv.compile({ $ref: `all#/components/schemas/${name}` }), name).not.to.throw();
  });
});
