export { AudioAnchor, type ClockReading } from './anchor.ts';
export { attemptOf } from './attempt.ts';
export { BETWEEN_CALLS, type Call, callsDuring, cuesToCall, LAST_SECONDS } from './called.ts';
export {
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  endedBetween,
  NOT_STARTED,
  replay,
  type Stretch,
  startOfGo,
} from './clock.ts';
export { clockStatus, KIND_WORDS } from './clock-status.ts';
export { compileRunSheet, isInPairs, roundsOf } from './compile.ts';
export { type Announced, type Cue, cuesOf, hasBeat, type MotifName, sideInWords, type ToneName } from './cues.ts';
export { FILM_MARGIN_SECONDS, type FilmWindow, filmedNow, filmWindows } from './film.ts';
export { type ClockedWork, DONE_SHARE, type ProvenWork, provenWork, shareOfWork, workOfGo } from './goes.ts';
export { heardIn, type WorkOfFoot } from './heard-in.ts';
export { isBackFromScore } from './in-place.ts';
export { insteadIn, sheetWithInstead, type TodayInstead, type TodayWhy, withInstead } from './instead.ts';
export { type HeardFrame, hear, isLoud, type KnockEar, levelOf, pitchOf, QUIET_EAR } from './knock.ts';
export { type Down, inTheAir, type LaidCue, laidCues, relay } from './laid.ts';
export {
  drillsToMeet,
  lineSeconds,
  MET_FOR_DAYS,
  type MeetingLine,
  meetingLines,
  meetingSeconds,
  meetsAt,
  type NewInSession,
  newInSessions,
  TRY_SECONDS,
} from './meeting.ts';
export { paceAtLevel, plannedPace } from './pace.ts';
export { PRACTICE_ID, practiceOf } from './practice.ts';
export { closing, RESUME_HOURS, type Resumed, resume } from './resume.ts';
export { feetOfRound, feetToScore, strongerOf } from './sides.ts';
export { type WorkSpan, workSpans } from './spans.ts';
export { spokenSeconds } from './spoken.ts';
export { trySeconds } from './tries.ts';
export * from './types.ts';
