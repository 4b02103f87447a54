import { filmsApi } from '../../../../../contract/clips.ts';
import { sayOfDrill } from '../../../../../server/clips/films/films.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const POST = route(filmsApi.say, sayOfDrill);
