import { house } from '../../server/house.ts';
import { problemResponse } from '../../server/http/route.ts';
import { notFound } from '../../server/problems.ts';

/** Addresses that are not there answer like everything else that is not there. */
export const ALL = () => problemResponse(house(), notFound());
