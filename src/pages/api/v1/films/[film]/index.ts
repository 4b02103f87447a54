import { filmsApi } from '../../../../../contract/clips.ts';
import { removeFilm, stateOfFilm } from '../../../../../server/clips/films/films.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(filmsApi.state, stateOfFilm);
export const HEAD = GET;
export const DELETE = route(filmsApi.remove, removeFilm);
