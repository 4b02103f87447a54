/** Bundles what Astro does not: the part of the server that runs outside it, and the worker that keeps the player's pages on the phone. */
import { build } from 'esbuild';
import { injectManifest } from 'workbox-build';
import { filesOf } from './shell-files.mjs';

const CLIENT = 'dist/client';
const SHELL = `${CLIENT}/shell.js`;

await build({
  // The server, and the threads beside it that do what takes long.
  entryPoints: { main: 'src/demo/start.ts', heavy: 'src/server/wiring/worker.ts' },
  outdir: 'dist/house',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // In one file a server starts in two thirds of the time. Outside stay what is compiled for the machine and what Astro's part loads as well.
  external: ['better-sqlite3', '@node-rs/argon2', 'drizzle-orm', 'mediabunny', 'zod', 'react', 'react-dom', 'piscina', 'highs'],
  banner: { js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);" },
  sourcemap: true,
  logLevel: 'warning',
});

await build({
  entryPoints: ['src/workers/shell.ts'],
  outfile: SHELL,
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});

const { count, size, warnings } = await injectManifest({
  swSrc: SHELL,
  swDest: SHELL,
  globDirectory: CLIENT,
  globPatterns: [...filesOf(CLIENT, 'offline/index.html'), 'icon.svg', 'icon-192.png', 'manifest.webmanifest'],
  // Names under _astro carry a hash of their content already.
  dontCacheBustURLsMatching: /^_astro\//,
  maximumFileSizeToCacheInBytes: 5_000_000,
});
for (const warning of warnings) console.warn(warning);
console.log(`${count} files (${Math.round(size / 1024)} kB) open without a line`);
