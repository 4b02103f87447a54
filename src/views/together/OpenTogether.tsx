import { Users } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, ServerProblem, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { dateInWords, whenInWords } from '../../client/words.ts';
import { type TogetherList, type TogetherRow, type TogetherSource, togetherApi } from '../../contract/together.ts';
import { instantOf } from '../../core/calendar/days.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Empty, Field, Notice, Select } from '../../ui/parts/index.ts';

interface Props {
  squad: string;
  list: TogetherList;
  /** What the coach came from: a session, or a drill. */
  from: { session: string | null; drill: string | null };
  /** The day that runs in the squad, ISO. */
  today: string;
}

const itemsOf = (source: TogetherSource) => source.session.blocks.flatMap((block) => block.items);

/** What is ticked at first: the drill that the coach came from, else the session's challenge, else all of it. */
function firstChoice(source: TogetherSource | undefined, drill: string | null): string[] {
  if (!source) return [];
  const ofDrill = itemsOf(source).filter((item) => item.drillId === drill);
  const challenge = source.session.blocks.filter((block) => block.kind === 'challenge').flatMap((block) => block.items);
  return (ofDrill.length > 0 ? ofDrill : challenge.length > 0 ? challenge : itemsOf(source)).map((item) => item.id);
}

/** Opening a live evening: what is done, and when. */
function OpenForm({ squad, list, from, today, onOpened }: Props & { onOpened(row: TogetherRow): void }) {
  const byDrill = list.sources.find((source) => itemsOf(source).some((item) => item.drillId === from.drill));
  const first = list.sources.find((source) => source.session.id === from.session) ?? byDrill ?? list.sources[0];
  const [key, setKey] = useState(first?.session.id ?? '');
  const source = list.sources.find((one) => one.session.id === key);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(firstChoice(first, from.drill)));
  const [day, setDay] = useState(today);
  const [hour, setHour] = useState('17:00');
  const [problem, setProblem] = useState<{ field: string; sentence: string } | null>(null);
  const [busy, setBusy] = useState(false);
  /** The id of the evening that is opened next: pressing twice opens one. */
  const [id, setId] = useState(() => uuid());
  if (!source) return <Empty scene="blank">{t('Release a week first. An evening is made of what is in it.')}</Empty>;
  const open = async (startsAt: number | null) => {
    setBusy(true);
    try {
      const itemIds = itemsOf(source)
        .map((item) => item.id)
        .filter((one) => chosen.has(one));
      const { revisionId, session } = source;
      onOpened(await call(togetherApi.open, { squad }, { id, revisionId, sessionId: session.id, itemIds, startsAt }));
      setId(uuid());
      setProblem(null);
    } catch (error) {
      const [field] = error instanceof ServerProblem ? error.fields : [];
      setProblem(field ? { field: field.field, sentence: field.sentence } : { field: '', sentence: sentenceOf(error) });
    } finally {
      setBusy(false);
    }
  };
  const named = () => {
    const [hours = Number.NaN, minutes = Number.NaN] = hour.split(':').map(Number);
    const at = /^\d{4}-\d{2}-\d{2}$/.test(day) ? instantOf(day, hours, minutes, list.timeZone) : Number.NaN;
    if (Number.isFinite(at)) void open(at);
    else setProblem({ field: 'startsAt', sentence: t('Say the day and the hour.') });
  };
  const ofField = (field: string) => (problem?.field.startsWith(field) ? problem.sentence : undefined);
  return (
    <section className="slab flex flex-col gap-4 p-4" aria-label={t('Open an evening')}>
      <h2>{t('Open an evening')}</h2>
      {from.drill && !byDrill && (
        <Notice tone="look">
          {t('This drill is in no released week. Put it into a session and release that, then it can be done together.')}
        </Notice>
      )}
      <Select
        label={t('Session')}
        value={key}
        onChange={(event) => {
          setKey(event.target.value);
          setChosen(
            new Set(
              firstChoice(
                list.sources.find((one) => one.session.id === event.target.value),
                null,
              ),
            ),
          );
        }}
      >
        {list.sources.map((one) => (
          <option key={one.session.id} value={one.session.id}>
            {t('Week {number}: {name}', { number: one.weekNumber, name: one.session.name })}
          </option>
        ))}
      </Select>
      <fieldset className="flex flex-col gap-2">
        <legend className="pb-1 font-semibold">{t('What is done together')}</legend>
        <div className="flex flex-wrap gap-2">
          <Button size="small" onClick={() => setChosen(new Set(itemsOf(source).map((item) => item.id)))}>
            {t('The whole session')}
          </Button>
          {source.session.blocks
            .filter((block) => block.kind === 'challenge' && block.items.length > 0)
            .map((block) => (
              <Button key={block.id} size="small" onClick={() => setChosen(new Set(block.items.map((item) => item.id)))}>
                {t('The challenge alone')}
              </Button>
            ))}
        </div>
        {source.session.blocks.map((block) => (
          <div key={block.id}>
            <p className="text-dust text-sm">{term(block.kind)}</p>
            {block.items.map((item) => (
              <label key={item.id} className="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5 accent-lace"
                  checked={chosen.has(item.id)}
                  onChange={() =>
                    setChosen((was) => {
                      const next = new Set(was);
                      if (!next.delete(item.id)) next.add(item.id);
                      return next;
                    })
                  }
                />
                {source.drillNames[item.drillId] ?? item.drillId}
              </label>
            ))}
          </div>
        ))}
        {ofField('itemIds') && <p className="text-stop">{ofField('itemIds')}</p>}
      </fieldset>
      <div className="flex flex-wrap items-end gap-3">
        <Button look="main" disabled={busy} onClick={() => void open(null)}>
          {t('Begin now')}
        </Button>
        <span className="text-dust">{t('or')}</span>
        <Field label={t('Day')} type="date" value={day} onChange={(event) => setDay(event.target.value)} problem={ofField('startsAt')} />
        <Field label={t('Hour')} type="time" value={hour} onChange={(event) => setHour(event.target.value)} />
        <Button disabled={busy} onClick={named}>
          {t('Name this hour')}
        </Button>
      </div>
      <p className="text-dust text-sm">
        {t(
          'Week {number} is open from {from} to {to}. Families read the hour on their page, in the calendar and in the letter of the day.',
          {
            number: source.weekNumber,
            from: dateInWords(source.opensAt, list.timeZone),
            to: dateInWords(source.closesAt - 1, list.timeZone),
          },
        )}
      </p>
      {problem && !ofField('startsAt') && !ofField('itemIds') && <Notice tone="stop">{problem.sentence}</Notice>}
    </section>
  );
}

/** A squad's live evenings: what lies ahead, what was, and a new one. */
export const OpenTogether = guarded(function OpenTogether({ squad, list, from, today }: Props) {
  const [rows, setRows] = useState(list.evenings);
  const [problem, setProblem] = useState<string | null>(null);
  const opened = (row: TogetherRow) => {
    if (row.startsAt <= Date.now() + 60_000) window.location.assign(`/coach/${squad}/together/${row.id}`);
    else setRows((all) => [row, ...all.filter((one) => one.id !== row.id)]);
  };
  const callOff = async (evening: string) => {
    try {
      await call(togetherApi.callOff, { evening });
      setRows((all) => all.filter((one) => one.id !== evening));
      setProblem(null);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const ahead = rows
    .filter((one) => one.endedAt === null && (one.isOpen || one.startsAt > list.now))
    .sort((a, b) => a.startsAt - b.startsAt);
  const past = rows.filter((one) => !ahead.includes(one));
  return (
    <div className="flex flex-col gap-5">
      <h1 className="flex items-center gap-3">
        <Users aria-hidden className="size-8" /> {t('Together')}
      </h1>
      <p className="max-w-prose">
        {t(
          'An evening at which everybody works by one clock, each at home. Talk to the squad over a call of your own; the clock, the numbers and who is there are here.',
        )}
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {ahead.length > 0 && (
        <section className="flex flex-col gap-3" aria-label={t('Ahead')}>
          <h2>{t('Ahead')}</h2>
          <ul className="grid gap-3 md:grid-cols-2">
            {ahead.map((row) => (
              <li key={row.id} className="slab flex flex-col gap-2 p-4">
                <p className="font-bold">{whenInWords(row.startsAt, list.timeZone)}</p>
                <p>
                  {row.name}: {row.drills.join(', ')} · {t('about {minutes}', { minutes: plural(row.minutes, 'minute') })}
                </p>
                <p className="text-dust">{t('Code to read aloud: {code}', { code: row.code })}</p>
                <div className="flex flex-wrap gap-2">
                  <ButtonLink href={`/coach/${squad}/together/${row.id}`} look={row.isOpen ? 'main' : 'plain'} size="small">
                    {row.isOpen ? t('Lead it') : t('Look at it')}
                  </ButtonLink>
                  <Button size="small" onClick={() => void callOff(row.id)}>
                    {t('Call it off')}
                  </Button>
                </div>
              </li>
            ))}
          </ul>
        </section>
      )}
      <OpenForm squad={squad} list={list} from={from} today={today} onOpened={opened} />
      {past.length > 0 && (
        <section className="flex flex-col gap-2" aria-label={t('Past evenings')}>
          <h2>{t('Past evenings')}</h2>
          <ul className="divide-y divide-joint">
            {past.map((row) => (
              <li key={row.id} className="flex flex-wrap justify-between gap-3 py-2">
                <a href={`/coach/${squad}/together/${row.id}`}>
                  {whenInWords(row.startsAt, list.timeZone)}: {row.name}
                </a>
                <span className="text-dust">{plural(row.players, 'player')}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
});
