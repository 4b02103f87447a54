import { answersApi } from '../../../../../contract/answers.ts';
import { remarksFile } from '../../../../../server/review/files.ts';
import { route } from '../../../../../server/wiring/route.ts';

export const GET = route(answersApi.remarksFile, remarksFile);
export const HEAD = GET;
