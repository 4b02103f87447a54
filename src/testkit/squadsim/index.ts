export { drawChild, HONESTIES, type Honesty, type SeasonChild } from './children.ts';
export { claimOf } from './claims.ts';
export { type GrownSquad, grownSquad } from './grown.ts';
export { type GivenNumber, judgeSeason, type SeasonJudged } from './judged.ts';
export { playItem, type SimScore, simRunLog, skillIn } from './play.ts';
export { type SimPlayer, simSquad } from './players.ts';
export { grownSkill, playSeason, type SeasonGo, type SeasonItem, type SeasonVisit } from './season.ts';
