import { films } from '../../../../../contract/films.ts';
import { announceFilm, listFilms } from '../../../../../server/films/films.ts';
import { route } from '../../../../../server/http/route.ts';

export const GET = route(films.list, listFilms);
export const HEAD = GET;
export const POST = route(films.announce, announceFilm);
