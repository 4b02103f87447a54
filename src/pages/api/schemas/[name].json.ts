import { publishedSchemas } from '../../../core/files/index.ts';

interface Asked {
  params: Record<string, string | undefined>;
}

/** The published formats as JSON Schema: /api/schemas/drills.json and /api/schemas/week.json. */
export const GET = ({ params }: Asked): Response => {
  const schemas: Record<string, object> = publishedSchemas();
  const schema = schemas[params.name ?? ''];
  if (!schema) return Response.json({ title: 'not found', detail: 'There is no format of this name.' }, { status: 404 });
  return Response.json(schema, { headers: { 'cache-control': 'no-cache', 'content-type': 'application/schema+json' } });
};
export const HEAD = GET;
