import type { ThisWeek } from '../../contract/training.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { PRACTICE_ID, practiceOf } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { allow, asPlayer } from '../policy.ts';
import { keysOf, knownOfOne, numbersOf, reachedOfOne, runnerOf } from '../scores/known.ts';
import { knownDrills } from '../training/met.ts';
import { drillToPractice } from '../training/practice.ts';
import { inView, thisWeek } from './this-week.ts';

/** Free practice of one drill, in the shape of a visit to a week that has this drill alone. */
export function practice(context: Context, actor: Actor, input: { drill: string }): ThisWeek {
  const { db } = context;
  allow(db, actor, 'practice a drill');
  const { squad, member } = inView(db, asPlayer(actor));
  const now = context.now();
  const drill = drillToPractice(db, squad, member, input.drill, now);
  const { content } = practiceOf(drill);
  const known = knownOfOne(db, member.id, keysOf(content));
  // Nothing takes its place: whoever wants another drill practices that one.
  const { beside: _, ...visit } = thisWeek(context, actor);
  return {
    ...visit,
    week: { id: PRACTICE_ID, revisionId: PRACTICE_ID, number: 1, opensAt: now, closesAt: now + DAY_MS, content },
    practice: { counts: squad.practiceCounts },
    swaps: [],
    runner: runnerOf(db, member, content),
    numbers: numbersOf({ content, member, squad, known, reached: reachedOfOne(db, member.id), own: undefined, steps: [], at: now }),
    // A drill that was done long ago is met anew, like in a week.
    met: knownDrills(db, member.id, now).filter((id) => id === drill.id),
    done: [],
    again: [],
    mayFilm: false,
    clipAsks: [],
  };
}
