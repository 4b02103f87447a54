import { go } from '../../../../contract/go.ts';
import { route } from '../../../../server/http/route.ts';
import { sendGo } from '../../../../server/go/send-go.ts';

export const POST = route(go.sendGo, sendGo);
