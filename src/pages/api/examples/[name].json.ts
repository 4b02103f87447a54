import { examples } from '../../../contract/examples.ts';
import { appContext } from '../../../server/context.ts';
import { notFound } from '../../../server/platform/problems.ts';
import { problemResponse } from '../../../server/wiring/route.ts';

interface Asked {
  request: Request;
  params: Record<string, string | undefined>;
}

/** Examples of the published interface: /api/examples/squad.register.answer.json. */
export const GET = ({ params, request }: Asked): Response => {
  const example = examples.get(params.name ?? '');
  if (example === undefined) return problemResponse(appContext(), notFound(), request);
  return Response.json(example, { headers: { 'cache-control': 'no-cache' } });
};
export const HEAD = GET;
