import { go } from '../../../../contract/go.ts';
import { sendByHand } from '../../../../server/go/by-hand.ts';
import { route } from '../../../../server/http/route.ts';

export const POST = route(go.byHand, sendByHand);
