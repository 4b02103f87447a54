import { v7 as uuid } from 'uuid';
import type { ScoreSent, ThisWeek } from '../contract/training.ts';
import type { ClockEvent } from '../core/training/clock.ts';
import type { Item } from '../core/weeks/schema.ts';
import type { KeptRun, KeptTake, Outgoing } from './device-store.ts';
import { deviceNow } from './now.ts';
import { fresh } from './send-queue.ts';
import { footInWords, number } from './words.ts';

/**
 * A run's log as it is sent.
 * @param now the time on the log's clock
 */
export function runToSend(run: KeptRun, log: readonly ClockEvent[], now: number): Outgoing {
  const { id, revisionId, sessionId, playerId } = run;
  const body = { id, revisionId, sessionId, startedAt: Math.round(run.startedAt), sentAt: Math.round(now), events: [...log] };
  return { ...fresh(run.id, `The log of ${run.sessionName}`, run.id), kind: 'run', body: playerId ? { ...body, playerId } : body };
}

interface Given {
  visit: ThisWeek & { squad: NonNullable<ThisWeek['squad']> };
  run: KeptRun;
  item: Item;
  round: number;
  scores: ScoreSent[];
  drillName: string;
  takeOf(score: ScoreSent): KeptTake | undefined;
}

/** The numbers of one go and the clips that belong to them, as they are sent. */
export function goToSend({ visit, run, item, round, scores, drillName, takeOf }: Given): Outgoing[] {
  const { playerId } = visit;
  const said = scores.map(
    (score) => `${score.foot === 'both' ? '' : `${score.foot} `}${score.value === null ? 'lost count' : number(score.value)}`,
  );
  const goId = uuid();
  const go: Outgoing = {
    ...fresh(goId, `${drillName}: ${said.join(', ')}`, run.id),
    kind: 'go',
    body: {
      playerId,
      goId,
      revisionId: run.revisionId,
      sessionId: run.sessionId,
      itemId: item.id,
      drillId: item.drillId,
      round,
      runId: run.id,
      doneAt: Math.round(deviceNow()),
      scores,
    },
  };
  const clips = scores.flatMap((score): Outgoing[] => {
    const take = takeOf(score);
    if (!take) return [];
    const id = uuid();
    const label = `Clip of ${drillName}${score.foot === 'both' ? '' : `, ${footInWords(score.foot)}`}`;
    return [
      {
        ...fresh(id, label, run.id),
        kind: 'clip',
        body: { playerId, id, scoreId: score.id, squadId: visit.squad.id, workAt: take.workAt ?? 0 },
        file: take.file,
        trim: take.trim,
        prepared: false,
        uploadUrl: null,
      },
    ];
  });
  return [go, ...clips];
}
