import { contract, openApiDocument } from '../../contract/index.ts';

export const GET = () => Response.json(openApiDocument(contract), { headers: { 'cache-control': 'no-cache' } });
export const HEAD = GET;
