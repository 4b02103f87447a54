import type { ReactNode } from 'react';
import { guarded } from '../../client/guarded.tsx';
import type { Drill } from '../../core/drills/index.ts';
import type { UnitState } from '../../core/streaks/streak.ts';
import type { Interval } from '../../core/training/index.ts';
import { Laces, Seam, Skyline, StageSoon, Staircase, StillImage } from '../../ui/notations/index.ts';
import { Button, Field, Notice, Select } from '../../ui/parts/index.ts';
import { LayoutFigure } from '../drills/LayoutFigure.tsx';

export interface GalleryData {
  /** A drill on the spot, and one over cones. */
  spot: Drill;
  course: Drill;
  sheet: Interval[];
}

const STATES: UnitState[] = ['done', 'done', 'free', 'missed', 'done', 'break', 'done', 'running', 'ahead'];

function Shown({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={name}>
      <h2 className="text-lg">{name}</h2>
      {children}
    </section>
  );
}

/** Every notation and part once, with made-up data: for whoever changes one. */
export const GalleryView = guarded(function GalleryView({ spot, course, sheet }: GalleryData) {
  return (
    <div className="grid items-start gap-4 md:grid-cols-2">
      <Shown name="Moves">
        <div className="flex gap-3">
          <StillImage drill={spot} className="size-20" />
          <StillImage drill={course} className="size-20" />
        </div>
        <StageSoon drill={spot} />
      </Shown>
      <Shown name="Yard">
        {course.layout && <LayoutFigure name={course.name} layout={course.layout} step={0.7} yard={null} mirror={false} />}
      </Shown>
      <Shown name="Seam">
        <Seam
          rows={[
            { label: 'today', left: 24, right: 41 },
            { label: 'best', left: 31, right: 44 },
            { label: 'both', left: null, right: null, both: 60 },
          ]}
          ticks={{ left: 33, right: 46 }}
          summary="Left 24, right 41; best 31 and 44."
        />
      </Shown>
      <Shown name="Skyline">
        <Skyline intervals={sheet} summary="A session as a skyline." />
        <Skyline intervals={sheet} now={{ index: 1, share: 0.4, label: '0:18' }} summary="The same, with the clock in it." />
      </Shown>
      <Shown name="Laces">
        <Laces
          cells={STATES.map((state, i) => ({ day: `2026-11-0${i + 1}`, state }))}
          letters={(day) => day.slice(-1)}
          summary="Nine days, one of each kind."
        />
        <Laces cells={STATES.map((state, i) => ({ day: `2026-11-0${i + 1}`, state }))} tiny summary="The same, tiny." />
      </Shown>
      <Shown name="Staircase">
        <Staircase
          stairs={[
            { id: 'a', name: 'Sole taps', reached: 'both' },
            { id: 'b', name: 'Sole taps forward', reached: 'right', here: true },
            { id: 'c', name: 'Sole taps over a line', reached: null },
          ]}
          width={420}
          summary="Three steps; both shoes on the first, the right one on the second."
        />
      </Shown>
      <Shown name="Buttons">
        <div className="flex flex-wrap items-center gap-2">
          <Button look="main">Main</Button>
          <Button>Plain</Button>
          <Button look="quiet">Quiet</Button>
          <Button look="stop">Stop</Button>
          <Button disabled>Not now</Button>
          <Button size="tight">Tight</Button>
          <Button size="small">Small</Button>
          <Button size="player">Player</Button>
        </div>
      </Shown>
      <Shown name="Fields">
        <Field label="A field" hint="What it is for." defaultValue="typed" />
        <Field label="A field with a problem" problem="A name has two letters at least." defaultValue="a" />
        <Select label="A choice">
          <option>one</option>
          <option>another</option>
        </Select>
      </Shown>
      <Shown name="Notices">
        <Notice>What is so.</Notice>
        <Notice tone="done">It is done.</Notice>
        <Notice tone="look">Have a look.</Notice>
        <Notice tone="stop">It cannot be, and what to do.</Notice>
      </Shown>
    </div>
  );
});
