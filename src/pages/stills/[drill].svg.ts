import { CATALOGUE, catalogueById } from '../../core/drills/index.ts';
import { planOfDrill } from '../../core/moves/of-drill.ts';
import { stillSvg } from '../../ui/notations/moves/still-svg.ts';

/** Stills of the shipped drills, drawn once when the application is built: lists of them cost nobody any drawing. */
export const prerender = true;

const MIRRORED = '-mirrored';

export const getStaticPaths = () =>
  CATALOGUE.filter((drill) => drill.moves).flatMap(({ id }) => [{ params: { drill: id } }, { params: { drill: `${id}${MIRRORED}` } }]);

export function GET({ params }: { params: Record<string, string | undefined> }): Response {
  const name = params.drill ?? '';
  const mirror = name.endsWith(MIRRORED);
  const drill = catalogueById.get(mirror ? name.slice(0, -MIRRORED.length) : name);
  const plan = drill ? planOfDrill(drill, { mirror }) : null;
  if (!plan) return new Response(null, { status: 404 });
  return new Response(stillSvg(plan), { headers: { 'content-type': 'image/svg+xml' } });
}
