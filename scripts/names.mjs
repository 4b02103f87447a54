/** `npm run names`: every exported name stands for one thing. Fails where two files export the same name of their own, and says where. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const OWN = /^export (?:default )?(?:declare )?(?:async )?(?:abstract )?(?:const|let|function\*?|class|interface|type|enum) (\w+)/gm;
/** What a framework calls by these names. */
const OF_A_FRAMEWORK = /^(GET|HEAD|POST|PUT|PATCH|DELETE|ALL|prerender|getStaticPaths|onRequest)$/;

const where = new Map();
for (const file of readdirSync('src', { recursive: true }).map((name) => join('src', name)))
  if (/\.tsx?$/.test(file))
    for (const name of new Set([...readFileSync(file, 'utf8').matchAll(OWN)].map((found) => found[1])))
      if (!OF_A_FRAMEWORK.test(name)) where.set(name, [...(where.get(name) ?? []), file]);

const twice = [...where].filter(([, files]) => files.length > 1).sort(([a], [b]) => (a < b ? -1 : 1));
for (const [name, files] of twice) console.error(`${name}: ${files.join(', ')}`);
console.log(`${where.size} exported names, ${twice.length} of them stand for more than one thing.`);
process.exit(twice.length > 0 ? 1 : 0);
