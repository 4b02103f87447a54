import { films } from '../../../../../contract/films.ts';
import { removeFilm, stateOfFilm } from '../../../../../server/films/films.ts';
import { route } from '../../../../../server/http/route.ts';

export const GET = route(films.state, stateOfFilm);
export const HEAD = GET;
export const DELETE = route(films.remove, removeFilm);
