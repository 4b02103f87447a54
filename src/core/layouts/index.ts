export {
  type Box,
  boxOf,
  type FittedLayout,
  fitLayout,
  fitsInto,
  type Ground,
  groundInWords,
  groundOf,
  layOut,
  MARGIN_METRES,
  scaleMoves,
  stepFromHeight,
  stepFromTen,
  UNKNOWN_STEP,
} from './fit.ts';
export { type GuideStep, placingGuide } from './guide.ts';
export { Layout } from './layout.ts';
export { moveInWords, movesInWords, readMoves, stepInWords } from './moves.ts';
export { crookedLines, inLine, mirrorMoves, type Placed, placeMoves, placeText } from './place.ts';
export { ACTIONS, type Leg, metresOf, type Route, readRoute } from './route.ts';
export { legInWords, routeInWords } from './route-words.ts';
export { CheckedLayout } from './schema.ts';
export { LayoutProblem, type Move, type StepPoint } from './types.ts';
export { ZONE_FEET, type ZoneFeet, zonesInWords } from './zones.ts';
