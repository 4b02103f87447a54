import { callAs, NoAnswer, Stopped } from '../../client/client.ts';
import { keepRead, keptRead } from '../../client/device-store.ts';
import { deviceNow } from '../../client/now.ts';
import { type ThisWeek, trainingApi } from '../../contract/training.ts';
import type { Visiting } from './visiting.ts';

/** The visit in a week of somebody who came along: the same session, else the first of the own week that is not done. Null without any. */
function visitIn(visit: ThisWeek, sessionId: string): Visiting | null {
  const { week, squad } = visit;
  if (!week || !squad) return null;
  const { sessions } = week.content;
  const session =
    sessions.find((one) => one.id === sessionId) ?? sessions.find((one) => !visit.done.includes(one.id)) ?? sessions[0] ?? null;
  return session && { visit: { ...visit, week, squad }, session };
}

/** The week of somebody who came along, from the server or, without a line, from what this device keeps. @throws ServerProblem */
async function weekBeside(playerId: string): Promise<ThisWeek | null> {
  const key = `visit:${playerId}`;
  try {
    const visit = await callAs(playerId, trainingApi.thisWeek, {});
    await keepRead(key, visit, deviceNow()).catch(() => {});
    return visit;
  } catch (error) {
    if (!(error instanceof NoAnswer || error instanceof Stopped)) throw error;
    return (await keptRead<ThisWeek>(key).catch(() => null))?.value ?? null;
  }
}

/** The visit of somebody who came along to a session; null without any. @throws ServerProblem */
export async function visitBeside(playerId: string, sessionId: string): Promise<Visiting | null> {
  const week = await weekBeside(playerId);
  return week && visitIn(week, sessionId);
}
