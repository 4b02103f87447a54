export { type Chance, chance, seededId } from './chance.ts';
export { playItem, type SimScore, simRunLog, skillIn } from './play.ts';
export { type SimPlayer, simSquad } from './players.ts';
