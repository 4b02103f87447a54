import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { Done, Id, Nothing } from './parts.ts';

/** What a player has of the coach's answers; apart from the bench they are given on, which a phone need not load. */
export const answersApi = {
  deleteSpoken: endpoint({
    method: 'DELETE',
    path: '/spoken/{spoken}',
    act: 'delete a spoken line',
    summary: 'Deletes a spoken line for good.',
    params: z.object({ spoken: Id }),
    body: Nothing,
    response: Done,
  }),
  remarksFile: endpoint({
    method: 'GET',
    path: '/clips/{clip}/remarks.vtt',
    act: 'watch a clip',
    summary: 'The coach’s remarks on a clip as WebVTT, to be shown on it.',
    params: z.object({ clip: Id }),
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/vtt', name: 'remarks.vtt' },
  }),
};
