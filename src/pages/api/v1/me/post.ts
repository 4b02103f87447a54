import { lettersApi } from '../../../../contract/letters.ts';
import { setPostChoices } from '../../../../server/consent/mail-choices.ts';
import { route } from '../../../../server/wiring/route.ts';

export const PUT = route(lettersApi.choices, setPostChoices);
