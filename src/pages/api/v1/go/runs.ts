import { go } from '../../../../contract/go.ts';
import { sendRun } from '../../../../server/go/send-run.ts';
import { route } from '../../../../server/http/route.ts';

export const POST = route(go.sendRun, sendRun);
