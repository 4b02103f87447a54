/* A visit by a client that is generated from the published document alone: nothing here is the application's own. */
import createClient from 'openapi-fetch';
import type { paths } from './api.ts';

const [address = '', firstId = '', secondId = '', thirdId = ''] = process.argv.slice(2);

function wanted<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Error(`There is no ${what}.`);
  return value;
}

const cookieOf = (response: Response) =>
  response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');

const anybody = createClient<paths>({ baseUrl: address });
const asPlayer = await anybody.POST('/api/auth/sign-in/squad', { body: { code: 'LANTERN', nickname: 'Comet', pin: '2468' } });
const asCoach = await anybody.POST('/api/auth/sign-in/email', {
  body: { email: 'coach@lanternfish.example', password: 'quillhaven-demo' },
});
const player = createClient<paths>({ baseUrl: address, headers: { cookie: cookieOf(asPlayer.response) } });
const coach = createClient<paths>({ baseUrl: address, headers: { cookie: cookieOf(asCoach.response) } });

const { data: thisWeek } = await player.GET('/api/v1/go/this-week');
const week = wanted(thisWeek?.week, 'open week');
const session = wanted(
  week.content.sessions.find(({ blocks }) => blocks.some(({ items }) => items.some(({ drillId }) => drillId === 'inside-taps'))),
  'session',
);
const item = wanted(
  session.blocks.flatMap(({ items }) => items).find(({ drillId }) => drillId === 'inside-taps'),
  'item',
);
const { data: answer } = await player.POST('/api/v1/go/scores', {
  body: {
    ...{ goId: firstId, revisionId: week.revisionId, sessionId: session.id, itemId: item.id, round: 0, runId: null, doneAt: Date.now() },
    scores: [{ id: secondId, foot: 'both', value: 23, faults: 0, seconds: 30, clocked: true, parts: null }],
  },
});
const [result] = wanted(answer, 'answer').results;

const { data: me } = await coach.GET('/api/v1/me');
const squad = wanted(me?.squads[0], 'squad').id;
const { data: queue } = await coach.GET('/api/v1/squads/{squad}/review', { params: { path: { squad } } });
const waiting = queue?.waiting.find(({ scoreId }) => scoreId === secondId);
const { data: decided } = await coach.POST('/api/v1/scores/{score}/decisions', {
  params: { path: { score: secondId } },
  body: { id: thirdId, verdict: 'counted', value: null, reason: null, line: 'Quick feet!', cues: [] },
});
const { data: feet } = await player.GET('/api/v1/progress/my-feet');
const { error, response } = await player.GET('/api/v1/squads/{squad}/review', { params: { path: { squad } } });

console.log(
  JSON.stringify({
    result: result?.result,
    standing: result?.standing,
    waiting: waiting?.value,
    decided: decided !== undefined,
    line: feet?.lines.find(({ line }) => line === 'Quick feet!')?.drillName,
    problem: [response.status, error?.type !== undefined],
  }),
);
