import { expect } from 'chai';
import ICAL from 'ical.js';
import { convertIcsCalendar } from 'ts-ics';

/** An event as a program reads it; days and instants in the basic form of the standard. */
export interface ReadEvent {
  uid: string;
  summary: string;
  description: string;
  start: string;
  end: string;
  sequence: number;
  changedAt: string;
  transparent: boolean;
  /** Durations from the start at which it reminds. */
  reminders: string[];
}

const withoutSigns = (text: string) => text.replaceAll(/[-:]|\.\d+/g, '');

function byOne(text: string): ReadEvent[] {
  return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((component) => {
    const { uid, summary, description, startDate, endDate, sequence } = new ICAL.Event(component);
    return {
      ...{ uid, summary, description, sequence },
      ...{ start: withoutSigns(String(startDate)), end: withoutSigns(String(endDate)) },
      changedAt: withoutSigns(String(component.getFirstPropertyValue('last-modified'))),
      transparent: component.getFirstPropertyValue('transp') === 'TRANSPARENT',
      reminders: component.getAllSubcomponents('valarm').map((alarm) => String(alarm.getFirstPropertyValue('trigger'))),
    };
  });
}

const said = ({ date, type }: { date: Date; type?: string | undefined }) =>
  withoutSigns(type === 'DATE' ? date.toISOString().slice(0, 10) : date.toISOString());

/** This one takes the empty line that it leaves where it cuts a reminder out for a part of the line before. */
function byOther(text: string): ReadEvent[] {
  return (convertIcsCalendar(undefined, text).events ?? []).map((event) => ({
    ...{ uid: event.uid, summary: event.summary, description: event.description?.trimEnd() ?? '', sequence: event.sequence ?? 0 },
    ...{ start: said(event.start), end: event.end ? said(event.end) : '' },
    changedAt: event.lastModified ? said(event.lastModified) : '',
    transparent: event.timeTransparent === 'TRANSPARENT',
    reminders: (event.alarms ?? []).map(({ trigger }) => (trigger.type === 'relative' ? `PT${trigger.value?.hours}H` : 'at an instant')),
  }));
}

/** The events of a calendar, as two programs that nobody here wrote read them: both read the same. */
export function readByTwo(text: string): ReadEvent[] {
  const events = byOne(text);
  expect(byOther(text)).to.deep.equal(events);
  return events;
}
