import { go } from '../../../../contract/go.ts';
import { route } from '../../../../server/http/route.ts';
import { sendRun } from '../../../../server/go/send-run.ts';

export const POST = route(go.sendRun, sendRun);
