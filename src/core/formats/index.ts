export { type DoseRow, doseRows } from './dose-rows.ts';
export { compareDrills, DrillFile, drillFile, importWeek, publishedSchemas, WeekFile, weekFile } from './files.ts';
