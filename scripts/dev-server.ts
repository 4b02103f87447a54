/** The server of `npm run dev`: pages and views by Astro's own development server, everything else as it runs for real. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { resolve } from 'node:path';
import { dev } from 'astro';
import { loadDemo, openFrom, SettingError, serve } from '../src/demo/start.ts';

const root = process.cwd();
const port = Number(process.env.PORT ?? 4321);
try {
  const env = { DATA_DIR: resolve('data', 'dev'), GALLERY: 'yes', ...process.env, PORT: String(port) };
  const context = openFrom(env, { demo: true });
  const signIns = await loadDemo(context, root);
  // Nobody asks its own port for pages; the one after it tells open pages that something has changed.
  const astro = await dev({
    ...{ root, logLevel: 'warn', server: { host: '127.0.0.1', port: port + 1 } },
    vite: { server: { hmr: { host: 'localhost', port: port + 2, clientPort: port + 2 } } },
  });
  const handle = (req: IncomingMessage, res: ServerResponse) => astro.handle(req, res);
  await serve(context, handle, resolve(root, 'public'));
  console.log(`Eager Feet is open for development at ${context.config.baseAddress}\n${signIns}`);
} catch (error) {
  if (!(error instanceof SettingError)) throw error;
  console.error(error.message);
  process.exit(1);
}
