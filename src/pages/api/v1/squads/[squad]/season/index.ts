import { seasonApi } from '../../../../../../contract/season.ts';
import { saveSeasonSheet, seasonSheet } from '../../../../../../server/screens/season-sheet.ts';
import { route } from '../../../../../../server/wiring/route.ts';

export const GET = route(seasonApi.sheet, seasonSheet);
export const PUT = route(seasonApi.save, saveSeasonSheet);
