import { z } from 'zod';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { FootName, Id, MeasureName, Nothing } from './parts.ts';
import { NumberToBeat } from './training.ts';

export const SquadNumbers = z.object({
  week: z.object({ id: Id, number: z.number().int(), title: z.string() }),
  items: z.array(z.object({ itemId: Id, drillName: z.string(), doseWords: z.string(), measure: MeasureName, rule: z.string() })),
  players: z.array(
    z.object({
      playerId: Id,
      nickname: z.string(),
      /** Catch-up doses that this player gets on top, each in words. */
      catchUps: z.array(z.string()),
      numbers: z.array(NumberToBeat),
      /** Items that an own step puts another drill in place of. */
      instead: z.array(z.object({ itemId: Id, drillName: z.string() })),
    }),
  ),
});
export type SquadNumbers = z.infer<typeof SquadNumbers>;

export const OwnNumberSent = z.object({
  id: Id,
  item: Id,
  player: Id,
  foot: FootName,
  kind: z.enum(['number', 'no number', 'rule']),
  number: z
    .number(says('The number to reach must be a number.'))
    .min(0, says('The number to reach cannot be negative.'))
    .max(10_000, says('The number to reach is at most 10,000.'))
    .nullable(),
});
export type OwnNumberSent = z.infer<typeof OwnNumberSent>;

export const numbersApi = {
  squad: endpoint({
    method: 'GET',
    path: '/weeks/{week}/numbers',
    act: 'see squad numbers',
    summary: 'The number of every player for every scored item of the saved draft, with the reason.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: SquadNumbers,
  }),
  setOwn: endpoint({
    method: 'PUT',
    path: '/weeks/{week}/numbers',
    act: 'set an own number',
    summary: 'Sets one player’s number in place of the rule’s, or gives it back to the rule.',
    params: z.object({ week: Id }),
    body: OwnNumberSent,
    response: SquadNumbers,
  }),
};
