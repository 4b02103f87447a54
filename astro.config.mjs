import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { sentences } from './scripts/messages/browser.mjs';

/** Parts of the stage that nothing else of a player's pages needs. */
const stageInOnePiece = (id) =>
  /src\/core\/moves\/(plan|pose)\/|src\/core\/moves\/(read|read-act|read-stance|lexicon|of-drill|unroll|moments|contact|two-bones|mirror|clauses|geometry|child|terms|problem)\.ts|src\/ui\/notations\/moves\/(Stage|Small|Moving|Still|Strip|Shapes|Hatch|figure|camera|bounds|angle|paths|patch|sole|turns)\.tsx?/.test(
    id,
  )
    ? 'stage'
    : undefined;

/** What every page reads its sentences with stands alone, else it would draw whatever else it happens to stand beside into every page. */
const chunkOf = (id) => (/src\/core\/text\/translate\.ts|node_modules\/icu-minify/.test(id) ? 'sentences' : stageInOnePiece(id));

/**
 * The library that checks inputs tries whether it may make code; a page's policy forbids that, and a browser reports each try. In pages it is
 * told not to; on the server, where it may, it stays as it is.
 */
const withoutMadeCode = () => ({
  name: 'without-made-code',
  transform: (code, id, options) =>
    !options?.ssr && /zod\/v4\/core\/core\.js(\?|$)/.test(id) ? { code: `${code}\nglobalConfig.jitless = true;`, map: null } : undefined,
});

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  // Origins are checked in src/server/wiring/server.ts for every unsafe method, JSON included.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  experimental: {
    // Scripts of our own only; the framework's few inline ones by their hashes. What only headers can say is in src/server/platform/http/headers.ts.
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "media-src 'self' blob:",
        "connect-src 'self' blob:",
        "worker-src 'self' blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
      ],
    },
  },
  vite: {
    plugins: [tailwindcss(), sentences(), withoutMadeCode()],
    worker: { format: 'es', plugins: () => [sentences(), withoutMadeCode()] },
    ssr: { external: ['better-sqlite3', '@node-rs/argon2'] },
    build: { chunkSizeWarningLimit: 700 },
    environments: {
      // The stage is fetched on a phone in a yard: in one piece it is a tenth lighter than in the six that would share its parts.
      client: { build: { rollupOptions: { output: { onlyExplicitManualChunks: true, manualChunks: chunkOf } } } },
    },
  },
});
