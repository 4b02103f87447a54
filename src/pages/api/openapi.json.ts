import { contract, openApiDocument } from '../../contract/index.ts';

/** Made once: it says the same as long as the program is the same. */
let made: string | null = null;

export const GET = () => {
  made ??= JSON.stringify(openApiDocument(contract));
  return new Response(made, { headers: { 'content-type': 'application/json', 'cache-control': 'no-cache' } });
};
export const HEAD = GET;
