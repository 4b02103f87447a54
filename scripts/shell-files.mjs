/** Which built files a page needs: everything it names, and everything that those name in turn. */
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, posix } from 'node:path';

/** Files of ours named in a script, a style or a page: "/_astro/x.js", "./x.js" or "_astro/x.js". */
const NAMED = /(?:\/?_astro\/(?:[\w-]+\/)?|\.\/)[\w.@-]+\.(?:js|css|woff2|svg|png)/g;

/** Fonts are split by script; a page in English needs the Latin ones. */
const wanted = (path) => !path.endsWith('.woff2') || /-latin-(wght|standard|opsz|full)/.test(path);

/**
 * @param {string} root folder of the built client
 * @param {string} page path of the page in it
 * @returns paths in the folder, the page first
 */
export function filesOf(root, page) {
  const found = new Set([page]);
  for (const file of found) {
    if (!/\.(js|css|html)$/.test(file)) continue;
    for (const [named] of readFileSync(join(root, file), 'utf8').matchAll(NAMED)) {
      const path = named.startsWith('./') ? posix.join(dirname(file), named) : named.replace(/^\//, '');
      if (wanted(path) && existsSync(join(root, path))) found.add(path);
    }
  }
  return [...found];
}
