import { squadsApi } from '../../../../../../../contract/squads.ts';
import { correctPlayer } from '../../../../../../../server/rules/members.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(squadsApi.correct, correctPlayer);
