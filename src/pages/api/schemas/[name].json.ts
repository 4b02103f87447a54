import { publishedSchemas } from '../../../core/files/index.ts';
import { appContext } from '../../../server/context.ts';
import { notFound } from '../../../server/platform/problems.ts';
import { problemResponse } from '../../../server/wiring/route.ts';

interface Asked {
  request: Request;
  params: Record<string, string | undefined>;
}

/** The published formats as JSON Schema: /api/schemas/drills.json and /api/schemas/week.json. */
export const GET = ({ params, request }: Asked): Response => {
  const schemas: Record<string, object> = publishedSchemas(new URL('/api/schemas/', appContext().config.baseAddress).href);
  const schema = schemas[params.name ?? ''];
  if (!schema) return problemResponse(appContext(), notFound(), request);
  return Response.json(schema, { headers: { 'cache-control': 'no-cache', 'content-type': 'application/schema+json' } });
};
export const HEAD = GET;
