export { CATALOGUE, catalogueById } from './catalogue/index.ts';
export { findCircle, harderThan, stairsThrough, stepsOf } from './edges.ts';
export { type AtHome, atHome, Home, nearestDrill } from './home.ts';
export { Band, Drill, PaceFigures } from './schema.ts';
export { drillForSchool, inSchool, mirrored, mirrorWords } from './schools.ts';
export { searchDrills } from './search.ts';
export { lookThrough, type ShelfFilter, WHOLE_SHELF } from './shelf.ts';
export * from './terms.ts';
