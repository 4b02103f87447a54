import { go } from '../../../../contract/go.ts';
import { sendGo } from '../../../../server/go/send-go.ts';
import { route } from '../../../../server/http/route.ts';

export const POST = route(go.sendGo, sendGo);
