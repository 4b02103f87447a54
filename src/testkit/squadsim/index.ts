export { type Given60, judgeSeason, type SeasonJudged } from './calibration.ts';
export { type GrownSquad, grownSquad } from './grown.ts';
export { playItem, type SimScore, simRunLog, skillIn } from './play.ts';
export { type SimPlayer, simSquad } from './players.ts';
export { playSeason, type SeasonGo, type SeasonItem } from './season.ts';
