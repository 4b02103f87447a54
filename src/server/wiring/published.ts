import { appContext } from '../context.ts';
import { notFound } from '../platform/problems.ts';
import { problemResponse } from './route.ts';

/** An Astro route for JSON that anybody may read by its name; what has no such name is not there. */
export const published =
  (find: (name: string) => unknown, mediaType = 'application/json') =>
  ({ params, request }: { request: Request; params: Record<string, string | undefined> }): Response => {
    const value = find(params.name ?? '');
    if (value === undefined) return problemResponse(appContext(), notFound(), request);
    return Response.json(value, { headers: { 'cache-control': 'no-cache', 'content-type': mediaType } });
  };
