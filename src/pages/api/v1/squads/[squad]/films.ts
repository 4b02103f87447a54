import { filmsApi } from '../../../../../contract/clips.ts';
import { announceFilm, listFilms } from '../../../../../server/clips/films/films.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(filmsApi.list, listFilms);
export const HEAD = GET;
export const POST = route(filmsApi.announce, announceFilm);
