/** Bundles the part of the server that runs outside Astro (start, uploads, clips, demo data) into dist/house. */
import { build } from 'esbuild';

await build({
  entryPoints: ['src/demo/start.ts'],
  outfile: 'dist/house/main.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
});
