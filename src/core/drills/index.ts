export { CATALOGUE, catalogueById } from './catalogue/index.ts';
export { findCircle, harderThan } from './edges.ts';
export { Band, Drill, PaceFigures } from './schema.ts';
export { searchDrills } from './search.ts';
export * from './terms.ts';
