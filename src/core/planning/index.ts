export { changesBetween } from './changes.ts';
export { type WhoLacks, whoLacks } from './check-place.ts';
export { kitOf, type ReleaseProblem, releaseProblems } from './checks.ts';
export { allItems, footSeconds, itemsOf, type MeasuredSession, measureSession, measureWeek } from './measure.ts';
export { catchUpsFor, type Given, NOTHING_GIVEN, type OwnStep, personalWeek } from './personal.ts';
export { checkWeek } from './planner.ts';
export { CHECKS, type Check, type EarlierWeek, type PlannedPlayer, type PlannerFacts } from './planner-view.ts';
export { SHAPE_NAMES, SHAPES, type ShapeName, shapeSession } from './shapes.ts';
