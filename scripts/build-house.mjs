/** Bundles what Astro does not: the part of the server that runs outside it, and the worker that keeps the player's pages on the phone. */
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { build } from 'esbuild';
import { injectManifest } from 'workbox-build';
import { filesOf } from './shell-files.mjs';

const CLIENT = 'dist/client';
const SHELL = `${CLIENT}/shell.js`;
/** A dash and the version, after the language that a folder of scripts is named for. */
const FOLDER_END = 9;

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
  external: [
    'better-sqlite3',
    '@node-rs/argon2',
    'drizzle-orm',
    'mediabunny',
    'zod',
    'react',
    'react-dom',
    'piscina',
    'highs',
    '@aws-sdk/client-s3',
  ],
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

// The page for when there is no line, once for each language: only its scripts say anything.
const folders = readdirSync(`${CLIENT}/_astro`, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));
const offline = [
  'offline/index.html',
  ...folders.map((folder) => {
    const language = folder.slice(0, -FOLDER_END);
    const page = `offline/${language}.html`;
    const html = readFileSync(`${CLIENT}/offline/index.html`, 'utf8')
      .replace('<html lang="en"', `<html lang="${language}"`)
      .replace(/(\/_astro\/)(?=[\w.@-]+\.js\b)/g, `$1${folder}/`);
    writeFileSync(`${CLIENT}/${page}`, html);
    return page;
  }),
];

const { count, size, warnings } = await injectManifest({
  swSrc: SHELL,
  swDest: SHELL,
  globDirectory: CLIENT,
  globPatterns: [...new Set(offline.flatMap((page) => filesOf(CLIENT, page))), 'icon.svg', 'icon-192.png', 'manifest.webmanifest'],
  // Names under _astro carry a hash of their content already.
  dontCacheBustURLsMatching: /^_astro\//,
  maximumFileSizeToCacheInBytes: 5_000_000,
});
for (const warning of warnings) console.warn(warning);
console.log(`${count} files (${Math.round(size / 1024)} kB) open without a line`);

/** Above this a file is worth a second one beside it. */
const LEAST_TO_PACK = 1024;
const pack = promisify(brotliCompress);
/** As small as can be, what a phone loads; quickly, the languages that only a test reads. */
const qualityOf = (name) => (name.includes('en-X') ? 5 : constants.BROTLI_MAX_QUALITY);

// What is the same for everybody is packed once here, and not at each request.
await Promise.all(
  readdirSync(CLIENT, { recursive: true })
    .map((name) => `${CLIENT}/${name}`)
    .filter((file) => /\.(js|css|svg|html|webmanifest)$/.test(file) && statSync(file).size >= LEAST_TO_PACK)
    .map(async (file) =>
      writeFileSync(`${file}.br`, await pack(readFileSync(file), { params: { [constants.BROTLI_PARAM_QUALITY]: qualityOf(file) } })),
    ),
);
