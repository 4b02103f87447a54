import { squad } from '../../../../../../../contract/squad.ts';
import { route } from '../../../../../../../server/http/route.ts';
import { setPlayerSchool } from '../../../../../../../server/squad/choices.ts';

export const PUT = route(squad.playerSchool, setPlayerSchool);
