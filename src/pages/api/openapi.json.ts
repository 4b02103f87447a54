import about from '../../../package.json' with { type: 'json' };
import { contract } from '../../contract/index.ts';
import { openApiDocument } from '../../contract/openapi.ts';
import { appContext } from '../../server/context.ts';
import { keepersAddress } from '../../server/mail/mail.ts';

/** Made once: it says the same as long as the program is the same. */
let made: string | null = null;

export const GET = () => {
  const { config } = appContext();
  made ??= JSON.stringify(
    openApiDocument(contract, { version: about.version, baseAddress: config.baseAddress, mail: keepersAddress(config) }),
  );
  return new Response(made, { headers: { 'content-type': 'application/json', 'cache-control': 'no-cache' } });
};
export const HEAD = GET;
