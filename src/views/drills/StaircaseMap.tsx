import { useEffect, useMemo, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import type { Shelf } from '../../contract/drills.ts';
import { progressApi } from '../../contract/progress.ts';
import { FAMILIES, type Family } from '../../core/drills/terms.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

const NODE = { width: 136, height: 56 };

interface Drawn {
  width: number;
  height: number;
  nodes: { id: string; name: string; x: number; y: number; foreign: boolean }[];
  edges: { key: string; path: string }[];
}

/** Lays a family's drills out from easier (below) to harder (above), with the drills of other families that its edges touch. */
async function layMap(shelf: Shelf, family: Family): Promise<Drawn> {
  const dagre = (await import('@dagrejs/dagre')).default;
  const byId = new Map(shelf.drills.filter((drill) => !drill.archived).map((drill) => [drill.id, drill]));
  const own = [...byId.values()].filter((drill) => drill.family === family);
  const ids = new Set(own.flatMap((drill) => [drill.id, ...drill.easier.filter((id) => byId.has(id))]));
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: 'BT', nodesep: 10, ranksep: 34, marginx: 8, marginy: 8 });
  graph.setDefaultEdgeLabel(() => ({}));
  for (const id of ids) graph.setNode(id, { ...NODE });
  for (const drill of own) for (const easier of drill.easier) if (byId.has(easier)) graph.setEdge(easier, drill.id);
  dagre.layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  return {
    width,
    height,
    nodes: [...ids].flatMap((id) => {
      const drill = byId.get(id);
      const node = graph.node(id);
      return drill ? [{ id, name: drill.name, x: node.x, y: node.y, foreign: drill.family !== family }] : [];
    }),
    edges: graph.edges().map((edge) => {
      const { points } = graph.edge(edge) as { points: { x: number; y: number }[] };
      return {
        key: `${edge.v}-${edge.w}`,
        path: points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join(' '),
      };
    }),
  };
}

type Reached = ReadonlyMap<string, { left: boolean; right: boolean }>;

/** What a player has a counted number for, foot by foot; work in which the feet are not told apart is both feet's. */
async function reachedBy(squad: string, player: string): Promise<Reached> {
  const page = await call(progressApi.player, { squad, player });
  const reached = new Map<string, { left: boolean; right: boolean }>();
  for (const drill of page.drills) {
    const had = reached.get(drill.drillId) ?? { left: false, right: false };
    const has = (foot: 'left' | 'right') => drill.feet.some((one) => (one.foot === foot || one.foot === 'both') && one.record !== null);
    reached.set(drill.drillId, { left: had.left || has('left'), right: had.right || has('right') });
  }
  return reached;
}

interface MapData {
  shelf: Shelf;
}

/** The stairs are looked at from where one climbs them: the easiest drills, at the bottom. */
const toTheFoot = (section: HTMLElement | null) => {
  if (section) section.scrollTop = section.scrollHeight;
};

/** The map of easier and harder links of a family; the squad's, or one player's shoes stand on what was done. */
function StaircaseMap({ shelf }: MapData) {
  const [family, setFamily] = useState<Family>('ball mastery');
  const [player, setPlayer] = useState('');
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const [own, setOwn] = useState<Reached | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const squadReached: Reached = useMemo(() => new Map(shelf.met.map((id) => [id, { left: true, right: true }])), [shelf]);
  const base = `/coach/${shelf.squad.id}`;
  useEffect(() => {
    let current = true;
    void layMap(shelf, family).then((map) => {
      if (current) setDrawn(map);
    });
    return () => {
      current = false;
    };
  }, [shelf, family]);
  useEffect(() => {
    let current = true;
    setOwn(null);
    setProblem(null);
    if (player === '') return;
    reachedBy(shelf.squad.id, player).then(
      (reached) => current && setOwn(reached),
      (error) => current && setProblem(sentenceOf(error)),
    );
    return () => {
      current = false;
    };
  }, [shelf, player]);
  const reached = player === '' ? squadReached : own;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1>Staircase map</h1>
          <p className="text-dust">From easier at the bottom up to harder at the top. Shoes stand on what was done.</p>
        </div>
        <div className="flex flex-wrap gap-3">
          <label className="flex items-center gap-2">
            Shoes of
            <select className="field" value={player} onChange={(event) => setPlayer(event.target.value)}>
              <option value="">the squad</option>
              {shelf.players.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.nickname}
                </option>
              ))}
            </select>
          </label>
        </div>
      </div>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="sr-only">Family</legend>
        {FAMILIES.map((one) => (
          <Button
            key={one}
            size="small"
            aria-pressed={one === family}
            className={one === family ? 'border-lace text-lace' : ''}
            onClick={() => setFamily(one)}
          >
            {one}
          </Button>
        ))}
      </fieldset>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {drawn === null && <p className="text-dust">Drawing the map…</p>}
      {drawn && (
        <section key={family} ref={toTheFoot} className="slab max-h-[70vh] overflow-auto p-2" aria-label={`Map of ${family}`} tabIndex={-1}>
          <div className="relative" style={{ width: drawn.width, height: drawn.height }}>
            <svg width={drawn.width} height={drawn.height} className="absolute inset-0" aria-hidden="true">
              <title>Links from easier to harder drills</title>
              {drawn.edges.map((edge) => (
                <path key={edge.key} d={edge.path} fill="none" stroke="var(--dust)" strokeWidth="1" />
              ))}
            </svg>
            <ul>
              {drawn.nodes.map((node) => {
                const feet = reached?.get(node.id);
                return (
                  <li key={node.id} className="absolute" style={{ left: node.x - NODE.width / 2, top: node.y - NODE.height / 2, ...NODE }}>
                    <a
                      href={`${base}/drills?drill=${node.id}`}
                      className={`flex h-full items-center gap-1 border-b-4 px-1.5 text-[0.8125rem] leading-tight no-underline ${node.foreign ? 'border border-joint border-dashed bg-ground text-dust' : 'border border-joint border-b-ink bg-slab'}`}
                    >
                      <span className="flex w-5 shrink-0 gap-0.5" aria-hidden="true">
                        <span className={`h-4 w-2 rounded-full border border-foot-left ${feet?.left ? 'shoe-left' : 'opacity-0'}`} />
                        <span className={`h-4 w-2 rounded-full bg-foot-right ${feet?.right ? '' : 'opacity-0'}`} />
                      </span>
                      <span>
                        {node.name}
                        <span className="sr-only">{feet?.left || feet?.right ? ', done' : ', not done yet'}</span>
                      </span>
                    </a>
                  </li>
                );
              })}
            </ul>
          </div>
        </section>
      )}
    </div>
  );
}

/** The same with the data that came with the page. */
export const StaircaseMapPage = guarded(function StaircaseMapPage() {
  const [data] = useState(pageData<MapData>);
  return <StaircaseMap {...data} />;
});
