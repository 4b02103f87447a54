import { useEffect } from 'react';
import { keepRead } from '../../client/device-store.ts';
import { deviceNow, serverSaid } from '../../client/now.ts';
import { flush, sendFor } from '../../client/send-queue.ts';
import type { ThisWeek } from '../../contract/training.ts';

/**
 * Who is here, and what the server said: the outbox learns whose things go out, and the week is kept for when the line is gone.
 * @param kept the page was made from what the device keeps: the server has said nothing new
 */
export function useHere(visit: ThisWeek, kept: boolean): void {
  useEffect(() => {
    sendFor(visit.playerId, visit.film);
    if (!kept) serverSaid(visit.now);
    // Free practice is no week to be kept.
    if (!kept && !visit.practice) {
      void keepRead(`visit:${visit.playerId}`, visit, deviceNow()).catch(() => {});
      void keepRead('me', { playerId: visit.playerId }, deviceNow()).catch(() => {});
    }
    // After what the child did: films can wait.
    void flush(true)
      .catch(() => {})
      .then(() => (kept || visit.practice ? undefined : import('../clips/keep-films.ts').then(({ keepFilms }) => keepFilms(visit))))
      .catch(() => {});
  }, [visit, kept]);
}
