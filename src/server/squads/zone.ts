import { badInput } from '../platform/problems.ts';

/** @throws Problem that names the field when a time zone is not known */
export function knownZone(timeZone: string): string {
  try {
    new Intl.DateTimeFormat('en-US', { timeZone });
    return timeZone;
  } catch {
    throw badInput('timeZone', `“${timeZone}” is no time zone that we know. One looks like America/Chicago.`);
  }
}
