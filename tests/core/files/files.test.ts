import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import {
  compareDrills,
  DrillFile,
  doseRows,
  drillFile,
  importWeek,
  publishedSchemas,
  WeekFile,
  weekFile,
} from '../../../src/core/files/index.ts';
import { measureWeek, SHAPE_NAMES, SHAPES, shapeSession } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { WeekPlan } from '../../../src/core/weeks/index.ts';
import { often } from '../../often.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills } from '../make.ts';

const bare = (value: unknown) =>
  JSON.parse(JSON.stringify(value, (key, inner) => (key === 'id' && /^0{8}-/.test(String(inner)) ? undefined : inner)));
const overTheWire = <T>(value: T): unknown => JSON.parse(JSON.stringify(value));

const somePlan: fc.Arbitrary<WeekPlan> = fc
  .record({
    title: fc.constantFrom('A week', 'Über die Wand', '=1+1'),
    focus: fc.string({ maxLength: 40 }),
    shapes: fc.subarray([...SHAPE_NAMES], { minLength: 1 }),
  })
  .map(({ title, focus, shapes }) => ({
    title,
    focus: focus.trim(),
    sessions: shapes.map((name) => shapeSession(name, { minutes: SHAPES[name].minutes, drills, id: anId })),
  }));

describe('a week as a file', () => {
  it('import(export(week)) is the week, but for its ids, and export is the same again', () => {
    fc.assert(
      fc.property(somePlan, (plan) => {
        const file = WeekFile.parse(overTheWire(weekFile(plan, drills)));
        const { plan: read, missing } = importWeek(file, drills, anId);
        expect(bare(read)).to.deep.equal(bare(plan));
        expect(missing).to.deep.equal([]);
        expect(bare(weekFile(read, drills))).to.deep.equal(bare(file));
      }),
      { numRuns: often(25) },
    );
  });
  it('brings all its drills to a shelf that has none', () => {
    const plan: WeekPlan = { title: 'A week', focus: '', sessions: [shapeSession('course day', { minutes: 20, drills, id: anId })] };
    const named = { ...plan, sessions: [aSession([aBlock('recap', [anItem('v-inside', { ownStep: { players: { p1: 'sole-taps' } } })])])] };
    // A file of a week says that each does the own step, and of nobody which that is.
    expect(weekFile(named, drills).week.sessions[0]?.blocks[0]?.items[0]?.ownStep).to.deep.equal({ players: {} });
    const { missing } = importWeek(weekFile(plan, drills), new Map(), anId);
    expect(missing.map((drill) => drill.id)).to.deep.equal([
      'cross-course',
      'cross-course-ball',
      'staircase-course',
      'staircase-course-ball',
    ]);
  });
  it('is refused when it is another thing, or holds a layout that cannot be put down', () => {
    expect(WeekFile.safeParse({ format: 'poem' }).error?.issues[0]?.message).to.equal('This is not a file of a week.');
    const layout = { moves: 'put; back to 5', route: '', variants: [] };
    const broken = drillFile([{ ...drillOf('cross-course'), layout }]);
    expect(DrillFile.safeParse(broken).error?.issues[0]?.message).to.equal('Move 2: Cone 5 does not exist yet.');
  });
});

describe('drills as a file', () => {
  it('every shipped drill comes back the same', () => {
    const file = drillFile(CATALOGUE);
    expect(DrillFile.parse(overTheWire(file))).to.deep.equal(file);
    expect(compareDrills(file, drills)).to.deep.include({ added: [], changed: [] });
  });
  it('are told apart by what they say, not by their version', () => {
    const one = drillOf('inside-taps');
    expect(compareDrills(drillFile([{ ...one, version: 7, group: 3 }]), drills).same).to.have.length(1);
    expect(compareDrills(drillFile([{ ...one, purpose: 'Other.' }]), drills).changed).to.have.length(1);
    expect(compareDrills(drillFile([{ ...one, id: 'own-x' }]), drills).added).to.have.length(1);
  });
});

describe('the published schemas', () => {
  it('are JSON Schema that names the format and the fields of a drill', () => {
    const { drills: ofDrills, week } = publishedSchemas('https://feet.example/api/schemas/') as Record<string, Record<string, unknown>>;
    expect(ofDrills?.$schema).to.equal('https://json-schema.org/draft/2020-12/schema');
    expect(ofDrills?.$id).to.equal('https://feet.example/api/schemas/drills.json');
    expect(ofDrills?.description).to.match(/another squad/);
    expect(JSON.stringify(ofDrills)).to.include('"const":"eager-feet/drills"').and.to.include('doesNotCount');
    expect((week?.properties as object) ?? {}).to.have.all.keys('format', 'version', 'week', 'drills');
  });
});

describe('the dose as a table', () => {
  it('has a row for each item and break, and adds up to the dose of the week', () => {
    fc.assert(
      fc.property(somePlan, (plan) => {
        const rows = doseRows(plan, drills, TYPICAL_RUNNER);
        const { dose } = measureWeek(plan, drills, TYPICAL_RUNNER);
        const sum = (key: 'seconds' | 'left work s' | 'right work s') => rows.reduce((total, row) => total + row[key], 0);
        expect(sum('seconds')).to.be.closeTo(dose.seconds, rows.length);
        expect(sum('left work s')).to.be.closeTo(dose.work.left, rows.length);
        expect(sum('right work s')).to.be.closeTo(dose.work.right, rows.length);
      }),
      { numRuns: often(20) },
    );
  });
});
