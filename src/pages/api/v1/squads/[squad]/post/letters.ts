import { lettersApi } from '../../../../../../contract/letters.ts';
import { writeToFamilies } from '../../../../../../server/screens/letters.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(lettersApi.write, writeToFamilies);
