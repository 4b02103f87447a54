import { z } from 'zod';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { Id, Instant, Nothing } from './parts.ts';

/* Films of coaches: a demonstration of a drill, or a welcome to a week. */

/** A film lasts 60 s at most. */
export const FILM_SECONDS_MAX = 60;
/** As many lines as a film has when it is sent: what a phone held in one hand can show. */
export const FILM_LINES = 480;
/** A film of a minute takes about 8 MB; more than this is none. */
export const FILM_BYTES_MAX = 40 * 1024 * 1024;

/** A spoken line lasts 20 s at most. */
export const SPOKEN_SECONDS_MAX = 20;

/** What a coach says, as a file. */
export const SpokenSent = z.object({
  id: Id,
  /** A WebM or MP4 with one sound track, as base64. */
  data: z.base64(says('The spoken line is not base64.')).max(900_000, says('The spoken line is too large. Speak for 20 seconds at most.')),
});

/** What a film shows: a drill of the squad's, or a week. */
export const FilmAbout = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('drill'), drill: z.string().min(1).max(80) }),
  z.object({ kind: z.literal('week'), week: Id }),
]);
export type FilmAbout = z.infer<typeof FilmAbout>;

export const FilmSent = z.object({
  id: Id,
  about: FilmAbout,
  /** The coach said that nobody but an adult coach can be seen or heard in it. */
  adultsOnly: z.literal(true, says('Say first that only an adult coach can be seen and heard in it. A film of children is not taken.')),
});

export const FilmState = z.object({
  id: Id,
  state: z.enum(['expected', 'kept', 'refused', 'removed']),
  refusal: z.string().nullable(),
  seconds: z.number().nullable(),
});
export type FilmState = z.infer<typeof FilmState>;

/** What a coach says of a drill to the players, in the own voice. */
export const VoiceSent = SpokenSent.extend({
  drill: z.string().min(1).max(80),
  adultsOnly: z.literal(true, says('Say first that only an adult coach can be heard in it. The voice of a child is not taken.')),
});

/** What is kept of a coach: a film of a drill or a welcome, or a spoken line of a drill. */
export const KeptAbout = z.discriminatedUnion('kind', [
  ...FilmAbout.options,
  z.object({ kind: z.literal('voice'), drill: z.string().min(1).max(80) }),
]);
export type KeptAbout = z.infer<typeof KeptAbout>;

/** A film, or a spoken line, as coaches have it. */
export const FilmView = z.object({ id: Id, about: KeptAbout, seconds: z.number(), bytes: z.number(), coach: z.string(), at: Instant });
export type FilmView = z.infer<typeof FilmView>;

export const filmsApi = {
  list: endpoint({
    method: 'GET',
    path: '/squads/{squad}/films',
    act: 'see films',
    summary: 'The films and spoken lines that this squad’s coaches keep: of a drill, or as a welcome to a week.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.object({ films: z.array(FilmView) }),
  }),
  announce: endpoint({
    method: 'POST',
    path: '/squads/{squad}/films',
    act: 'announce a film',
    summary: 'Says that a film will come. Its file follows as a resumable upload; once it is kept, an older one of the same goes.',
    params: z.object({ squad: Id }),
    body: FilmSent,
    response: FilmState,
  }),
  say: endpoint({
    method: 'POST',
    path: '/squads/{squad}/voices',
    act: 'announce a film',
    summary:
      'Keeps what a coach says of a drill, at most 20 s; players hear it when they meet the drill. An older one of the same drill goes.',
    params: z.object({ squad: Id }),
    body: VoiceSent,
    response: FilmState,
  }),
  state: endpoint({
    method: 'GET',
    path: '/films/{film}',
    act: 'watch a film',
    summary: 'Where a film is: expected, kept, refused, removed.',
    params: z.object({ film: Id }),
    body: Nothing,
    response: FilmState,
  }),
  remove: endpoint({
    method: 'DELETE',
    path: '/films/{film}',
    act: 'remove a film',
    summary: 'Removes a film for good. Players get it no more.',
    params: z.object({ film: Id }),
    body: Nothing,
    response: FilmState,
  }),
};
