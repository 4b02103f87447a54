import type { Drill } from '../../core/drills/schema.ts';
import { STAND_INS } from '../../core/drills/terms.ts';

const list = (items: readonly string[]) => (
  <ul className="list-disc ps-5">
    {items.map((one) => (
      <li key={one}>{one}</li>
    ))}
  </ul>
);

/** One drill, whole: steps, cues, faults, counting rule, pace, kit, cautions. */
export function DrillSheet({ drill, easier, harder }: { drill: Drill; easier: readonly Drill[]; harder: readonly Drill[] }) {
  const { pace } = drill;
  return (
    <article className="slab flex flex-col gap-3 p-4">
      <header>
        <h2 className="text-2xl">{drill.name}</h2>
        <p className="text-dust">
          {drill.family} · {drill.measure} · {drill.sides}
          {drill.aliases.length > 0 && ` · also called ${drill.aliases.join(', ')}`}
        </p>
      </header>
      <p>{drill.purpose}</p>
      {drill.cautions.map((caution) => (
        <p key={caution} className="rounded-sm bg-mustard-slab px-3 py-2 text-mustard">
          {caution}
        </p>
      ))}
      <section>
        <h3>How</h3>
        <ol className="list-decimal ps-5">
          {drill.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </section>
      <section>
        <h3>Feel and look for</h3>
        {list(drill.cues)}
      </section>
      <section>
        <h3>When it goes wrong</h3>
        {list(drill.faults.map((fault) => `${fault.wrong}: ${fault.mend}`))}
      </section>
      <section>
        <h3>Counting: one {drill.counting.unit}</h3>
        <p>Counts: {drill.counting.counts}</p>
        <p>Does not count: {drill.counting.doesNotCount}</p>
      </section>
      <section>
        <h3>Pace, reps a second{pace.estimated ? ' (our estimate)' : ''}</h3>
        <p>
          easy {pace.easy} · usual {pace.usual} · fast {pace.fast} · nobody above {pace.ceiling}
        </p>
      </section>
      <section>
        <h3>Kit and space</h3>
        {drill.kit.length === 0 ? <p>No kit.</p> : list(drill.kit.map((one) => `${one}, or ${STAND_INS[one].join(', or ')}`))}
        <p>
          {drill.space.length} × {drill.space.width} m of free ground
        </p>
      </section>
      {(easier.length > 0 || harder.length > 0) && (
        <section>
          <h3>Steps round it</h3>
          {easier.length > 0 && <p>Easier: {easier.map((one) => one.name).join(', ')}</p>}
          {harder.length > 0 && <p>Harder: {harder.map((one) => one.name).join(', ')}</p>}
        </section>
      )}
    </article>
  );
}
