import about from '../../../package.json' with { type: 'json' };
import { contract } from '../../contract/index.ts';
import { openApiDocument } from '../../contract/openapi.ts';

/** Made once: it says the same as long as the program is the same. */
let made: string | null = null;

export const GET = () => {
  made ??= JSON.stringify(openApiDocument(contract, about.version));
  return new Response(made, { headers: { 'content-type': 'application/json', 'cache-control': 'no-cache' } });
};
export const HEAD = GET;
