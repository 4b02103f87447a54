import { answers } from '../../../../../contract/answers.ts';
import { route } from '../../../../../server/http/route.ts';
import { remarksFile } from '../../../../../server/review/files.ts';

export const GET = route(answers.remarksFile, remarksFile);
export const HEAD = GET;
