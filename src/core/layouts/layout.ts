import { z } from 'zod';
import { says } from '../text/translate.ts';

export const layoutTexts = {
  moves: z.string().trim().min(1, says('Say the first move: “put a cone”.')).max(1200, says('The moves have at most 1,200 letters.')),
  route: z.string().trim().max(1200, says('The route has at most 1,200 letters.')),
};
const name = z.string().trim().min(1, says('Give the variant a name.')).max(60, says('The name has at most 60 letters.'));

export const variantOf = () => z.object({ name, ...layoutTexts });
export const MOST_VARIANTS = 4;

/**
 * A cone layout as it is said aloud, with the route over it, and smaller variants for small yards, the largest first.
 * The texts are only measured here; `CheckedLayout` also puts the cones down.
 */
export const Layout = z.object({ ...layoutTexts, variants: z.array(variantOf()).max(MOST_VARIANTS, says('At most 4 variants.')) });
export type Layout = z.infer<typeof Layout>;
