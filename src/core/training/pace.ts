import type { Drill } from '../drills/schema.ts';
import type { Pace } from '../drills/terms.ts';
import type { Level } from '../squads/terms.ts';
import type { Runner } from './types.ts';

/** The drill's usual pace at a level, in reps a second: half-way to easy when starting, half-way to fast when strong. */
export function paceAtLevel(drill: Drill, level: Level): number {
  const { easy, usual, fast } = drill.pace;
  if (level === 'starting') return (easy + usual) / 2;
  if (level === 'strong') return (usual + fast) / 2;
  return usual;
}

/**
 * Reps a second that a stretch of work is planned with.
 * A ladder stretch has its own speed (easy, half = usual, full = fast); otherwise the player's own median pace
 * is taken, and the level's usual pace when there is none.
 */
export function plannedPace(drill: Drill, pace: Pace | null, runner: Runner): number {
  if (pace === 'easy') return drill.pace.easy;
  if (pace === 'half') return drill.pace.usual;
  if (pace === 'full') return drill.pace.fast;
  return runner.ownPace[drill.id] ?? paceAtLevel(drill, runner.level);
}
