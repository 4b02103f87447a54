import { publishedSchemas } from '../../../core/files/index.ts';
import { appContext } from '../../../server/context.ts';
import { published } from '../../../server/wiring/published.ts';

/** The published formats as JSON Schema: /api/schemas/drills.json and /api/schemas/week.json. */
export const GET = published((name) => {
  const schemas: Record<string, object> = publishedSchemas(new URL('/api/schemas/', appContext().config.baseAddress).href);
  return Object.hasOwn(schemas, name) ? schemas[name] : undefined;
}, 'application/schema+json');
export const HEAD = GET;
