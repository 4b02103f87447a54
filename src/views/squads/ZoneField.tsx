import { type ComponentProps, useEffect, useState } from 'react';
import { calledBesides, cityOf } from '../../core/calendar/zones.ts';
import { t } from '../../core/text/translate.ts';
import { Field } from '../../ui/parts/index.ts';

/** A time zone: by a city, by a usual name such as “central time”, or picked from all that the browser knows. */
export function ZoneField(props: Omit<ComponentProps<typeof Field>, 'label' | 'list' | 'hint'>) {
  // The list of this browser alone: the server's has other names for some zones, and a page is the same on both sides.
  const [zones, setZones] = useState<readonly string[]>([]);
  useEffect(() => setZones(Intl.supportedValuesOf?.('timeZone') ?? []), []);
  return (
    <>
      <Field label={t('Time zone')} hint={t('A large city near you is enough.')} list="zones" {...props} />
      <datalist id="zones">
        {zones.map((zone) => (
          <option key={zone} value={zone}>
            {[cityOf(zone), calledBesides(zone)].filter(Boolean).join(', ')}
          </option>
        ))}
      </datalist>
    </>
  );
}
