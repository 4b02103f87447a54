import { zoneOf } from '../../core/calendar/zones.ts';
import { t } from '../../core/text/translate.ts';
import { badInput } from '../platform/problems.ts';

/**
 * The time zone that was typed: by its name, by a city or by a usual name.
 * @throws Problem that names the field when none is meant, or several
 */
export function knownZone(typed: string): string {
  try {
    return new Intl.DateTimeFormat('en-US', { timeZone: typed.trim() }) && typed.trim();
  } catch {
    const zone = zoneOf(typed, Intl.supportedValuesOf('timeZone'));
    if (zone) return zone;
    throw badInput(
      'timeZone',
      t('“{typed}” is no time zone that we know. Type a large city near you, or a name such as America/Chicago.', { typed }),
    );
  }
}
