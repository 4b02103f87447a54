import { appContext } from '../../server/context.ts';
import { notFound } from '../../server/platform/problems.ts';
import { problemResponse } from '../../server/wiring/route.ts';

/** Addresses that are not there answer like everything else that is not there. */
export const ALL = ({ request }: { request: Request }) => problemResponse(appContext(), notFound(), request);
