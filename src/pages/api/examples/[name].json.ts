import { examples } from '../../../contract/examples.ts';
import { published } from '../../../server/wiring/published.ts';

/** Examples of the published interface: /api/examples/squad.register.answer.json. */
export const GET = published((name) => examples.get(name));
export const HEAD = GET;
