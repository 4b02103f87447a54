import { screensApi } from '../../../../../../../contract/screens.ts';
import { setPlayerReading } from '../../../../../../../server/squads/choices.ts';
import { route } from '../../../../../../../server/wiring/route.ts';

export const PUT = route(screensApi.playerReading, setPlayerReading);
