import { squad } from '../../../../../contract/squad.ts';
import { route } from '../../../../../server/http/route.ts';
import { setChoices } from '../../../../../server/squad/choices.ts';

export const PUT = route(squad.choices, setChoices);
