import { CATALOGUE, catalogueById } from '../../core/drills/index.ts';
import { planOfDrill } from '../../core/moves/of-drill.ts';
import { stillSvg } from '../../ui/notations/moves/still-svg.ts';

/** Stills of the shipped drills, drawn once when the application is built: lists of them cost nobody any drawing. */
export const prerender = true;

export const getStaticPaths = () => CATALOGUE.filter((drill) => drill.moves).map((drill) => ({ params: { drill: drill.id } }));

export function GET({ params }: { params: Record<string, string | undefined> }): Response {
  const drill = catalogueById.get(params.drill ?? '');
  const plan = drill ? planOfDrill(drill) : null;
  if (!plan) return new Response(null, { status: 404 });
  return new Response(stillSvg(plan), { headers: { 'content-type': 'image/svg+xml' } });
}
