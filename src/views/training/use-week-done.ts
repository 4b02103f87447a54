import { useOnce } from '../../client/use-once.ts';
import type { ThisWeek } from '../../contract/training.ts';

/** Whether a week that is done is seen so for the first time on this device: it is celebrated once. */
export const useWeekDone = ({ playerId, week }: Pick<ThisWeek, 'playerId' | 'week'>, isDone: boolean): boolean =>
  useOnce(`eager-feet-week-done:${playerId}`, isDone && week ? week.id : null);
