import { z } from 'zod';
import { says } from '../text/translate.ts';
import { KIT } from './terms.ts';

const metres = (what: string) =>
  z
    .number(says('{what} must be a number of meters.', { what }))
    .min(0.5, says('{what} is at least half a meter.', { what }))
    .max(100, says('{what} is at most 100 m.', { what }));

/** What a player says once is at home: kit, free ground in metres, and the own step. Null is "not said". */
export const Home = z.object({
  has: z.array(z.enum(KIT)),
  yard: z.object({ length: metres('The length of the yard'), width: metres('The width of the yard') }).nullable(),
  /** Metres of one big step. */
  step: z
    .number(says('The step must be a number of meters.'))
    .min(0.2, says('A step is at least 0.2 m.'))
    .max(1.5, says('A step is at most 1.5 m.'))
    .nullable(),
  /** How many cones there are; null or missing where nobody counted: then there are enough. */
  cones: z
    .number(says('How many cones must be a number.'))
    .int(says('How many cones must be a whole number.'))
    .min(1, says('One cone at least; with none, leave them out above.'))
    .max(99, says('99 cones at most.'))
    .nullable()
    .optional(),
});
export type Home = z.infer<typeof Home>;
