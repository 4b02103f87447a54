export { type ChildOnPage, type ClipOnPage, childPage, clipFileName } from './child-page.ts';
export { type DoseRow, doseRows } from './dose-rows.ts';
export { compareDrills, DrillFile, drillFile, importWeek, publishedSchemas, SeasonFile, seasonFile, WeekFile, weekFile } from './files.ts';
export { HistoryFile } from './history.ts';
export { marksVtt, REMARK_SECONDS, readMarksVtt, type TimedRemark } from './marks-vtt.ts';
export {
  DATE_ORDERS,
  type DateOrder,
  guessMapping,
  NEEDED_FIELDS,
  PAPER_FIELDS,
  type PaperAround,
  type PaperField,
  type PaperLine,
  type PaperMapping,
  type PaperResult,
  readDate,
  readPaper,
} from './paper.ts';
export { recordRow, streakRow } from './progress-rows.ts';
export { childScoreRow, type RecountForRow, recountRow, type ScoreForRow, scoreRow } from './score-rows.ts';
