import { z } from 'zod';
import { Drill } from '../core/drills/schema.ts';
import { endpoint } from './endpoint.ts';
import { NoParams, Nothing } from './parts.ts';

export const Shelf = z.object({ drills: z.array(Drill) });
export type Shelf = z.infer<typeof Shelf>;

export const drills = {
  shelf: endpoint({
    method: 'GET',
    path: '/drills',
    act: 'see the shelf',
    summary: 'All drills on the shelf, whole.',
    params: NoParams,
    body: Nothing,
    response: Shelf,
  }),
};
