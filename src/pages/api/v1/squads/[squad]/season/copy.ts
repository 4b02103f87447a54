import { seasonApi } from '../../../../../../contract/season.ts';
import { copySeasonSheet } from '../../../../../../server/screens/season-sheet.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const POST = route(seasonApi.copy, copySeasonSheet);
