import { films } from '../../../../../contract/clips.ts';
import { removeFilm, stateOfFilm } from '../../../../../server/clips/films/films.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(films.state, stateOfFilm);
export const HEAD = GET;
export const DELETE = route(films.remove, removeFilm);
