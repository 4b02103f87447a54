import { CheckedLayout } from '../yard/schema.ts';
import { Drill } from './schema.ts';

/** A drill on its way to the shelf: its layout can really be put down. What was released is a plain `Drill`: it was checked when it came in. */
export const CheckedDrill = Drill.extend({ layout: CheckedLayout.nullable().default(null) });
