import loadHighs from 'highs';
import type { Solve } from '../../core/planning/propose/index.ts';

/** A part that is worth so much less than the best possible, about half a recap, is good enough: nobody sees the difference. */
const GAP = 3;
const GAP_SHARE = 0.03;

/** Of the tree of a part only the root and the next few nodes are looked at: that is deterministic, and nearly always the best already. */
const NODES = 5;
/** Seconds for a whole week; a proposal ends here whatever the machine. It is far above what one takes, so that no clock decides what is found. */
const MOST_SECONDS = 4;
const LEAST_SECONDS = 0.02;

let loading: ReturnType<typeof loadHighs> | null = null;

/**
 * A solver of integer programs for one week, ready to be asked for its parts; what it stands on is loaded once for each thread.
 * @param mostSeconds for all parts together; what is not found by then is not there
 */
export async function solver(mostSeconds = MOST_SECONDS): Promise<Solve> {
  loading ??= loadHighs();
  const highs = await loading;
  const from = performance.now();
  return (program, seed) => {
    const left = mostSeconds - (performance.now() - from) / 1000;
    if (left < LEAST_SECONDS) return { state: 'nothing', value: () => 0, reducedCost: () => 0 };
    const { Status, Columns } = highs.solve(program, {
      time_limit: left,
      mip_max_nodes: NODES,
      mip_abs_gap: GAP,
      mip_rel_gap: GAP_SHARE,
      random_seed: seed % 2 ** 31,
      output_flag: false,
    });
    const values = Columns as Record<string, { Primal?: number; Dual?: number }>;
    const found = Status !== 'Infeasible' && Object.values(values).some((column) => (column.Primal ?? 0) > 0.5);
    return {
      state: Status === 'Optimal' ? 'best' : found ? 'best found' : 'nothing',
      value: (name) => values[name]?.Primal ?? 0,
      reducedCost: (name) => values[name]?.Dual ?? 0,
    };
  };
}
