import { go } from '../../../../contract/go.ts';
import { saveHome } from '../../../../server/go/home.ts';
import { route } from '../../../../server/http/route.ts';

export const PUT = route(go.home, saveHome);
