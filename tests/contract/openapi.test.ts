import { Ajv2020 as Ajv } from 'ajv/dist/2020.js';
import { expect } from 'chai';
import { OPEN_ACTS } from '../../src/contract/acts.ts';
import { contract, type Endpoint } from '../../src/contract/index.ts';
import { openApiDocument } from '../../src/contract/openapi.ts';

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

describe('the OpenAPI document', () => {
  const document = openApiDocument(contract, '1.2.3');
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

  it('points at nothing that is not there, keeps nothing that nobody points at, and is under 400 kB', () => {
    const refs = new Set(
      [...text.matchAll(/"\$ref":"#\/components\/(schemas|responses|parameters)\/([^"]+)"/g)].map(([, kind, name]) => `${kind}/${name}`),
    );
    const there = Object.entries(document.components).flatMap(([kind, parts]) =>
      kind === 'securitySchemes' ? [] : Object.keys(parts).map((name) => `${kind}/${name}`),
    );
    for (const ref of refs) expect(there, ref).to.include(ref);
    expect(there.filter((name) => !refs.has(name))).to.deep.equal([]);
    expect(text).not.to.include('#/$defs/');
    expect(text.length).to.be.lessThan(400_000);
  });

  it('has schemas that a foreign validator takes', () => {
    const ajv = new Ajv({ strict: false, validateFormats: false });
    ajv.addSchema({ $id: 'all', ...document });
    for (const name of Object.keys(document.components.schemas))
      expect(() => ajv.compile({ $ref: `all#/components/schemas/${name}` }), name).not.to.throw();
  });
});
