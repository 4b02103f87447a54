import type { ComponentProps } from 'react';
import { Field } from '../../ui/parts/index.ts';

/** A time zone, with all that the browser knows to pick from. */
export function ZoneField(props: Omit<ComponentProps<typeof Field>, 'label' | 'list'>) {
  return (
    <>
      <Field label="Time zone" list="zones" {...props} />
      <datalist id="zones">
        {Intl.supportedValuesOf('timeZone').map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </>
  );
}
