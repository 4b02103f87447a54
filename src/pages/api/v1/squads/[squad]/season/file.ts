import { seasonApi } from '../../../../../../contract/season.ts';
import { exportSeason } from '../../../../../../server/weeks/seasons.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(seasonApi.file, exportSeason);
