import { expect } from 'chai';
import { contract, openApiDocument } from '../../src/contract/index.ts';

describe('the OpenAPI document', () => {
  const document = openApiDocument(contract);
  it('has every endpoint of the contract, with its act', () => {
    const endpoints = Object.values(contract).flatMap((area) => Object.values(area));
    for (const one of endpoints) {
      const operation = document.paths[`/api/v1${one.path}`]?.[one.method.toLowerCase()] as { 'x-act'?: string } | undefined;
      expect(operation?.['x-act'], `${one.method} ${one.path}`).to.equal(one.act);
    }
  });
  it('names path parameters as required and query parameters as not', () => {
    const get = document.paths['/api/v1/squads/{squad}/register']?.get as { parameters: { name: string; in: string; required: boolean }[] };
    expect(get.parameters.map((p) => [p.name, p.in, p.required])).to.deep.equal([
      ['squad', 'path', true],
      ['week', 'query', false],
    ]);
  });
  it('is plain JSON', () => {
    expect(JSON.parse(JSON.stringify(document)).openapi).to.equal('3.1.0');
  });
});
