import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, callStoppably } from '../../client/client.ts';
import { LongWork } from '../../client/LongWork.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { whenInWords } from '../../client/words.ts';
import { type PaperListView, type PaperLook, type PaperRead, paperApi } from '../../contract/files.ts';
import { DATE_ORDERS, type DateOrder, NEEDED_FIELDS, PAPER_FIELDS, type PaperField, type PaperMapping } from '../../core/files/paper.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, Field, FileButton, Notice } from '../../ui/parts/index.ts';

const FIELD_WORDS: Record<PaperField, string> = {
  get player() {
    return t('Player (nickname)');
  },
  get drill() {
    return t('Drill (name or another name of it)');
  },
  get value() {
    return t('The number');
  },
  get date() {
    return t('The day');
  },
  get foot() {
    return t('Foot (left, right or nothing)');
  },
  get amount() {
    return t('Seconds, reps or sets');
  },
  get faults() {
    return t('Losses or faults');
  },
};

interface Sheet {
  id: string;
  name: string;
  text: string;
  look: PaperLook;
  mapping: PaperMapping;
  order: DateOrder;
}

function Mapping({ sheet, onChange }: { sheet: Sheet; onChange(change: Partial<Sheet>): void }) {
  const set = (field: PaperField, column: string) =>
    onChange({ mapping: { ...sheet.mapping, [field]: column === '' ? null : Number(column) } });
  return (
    <>
      <div className="grid gap-x-6 gap-y-2 md:grid-cols-2 xl:grid-cols-3">
        {PAPER_FIELDS.map((field) => (
          <label key={field} className="flex flex-col text-sm">
            {FIELD_WORDS[field]}
            {NEEDED_FIELDS.includes(field) ? ' *' : ''}
            <select className="field" value={sheet.mapping[field] ?? ''} onChange={(event) => set(field, event.target.value)}>
              <option value="">{t('not in the list')}</option>
              {sheet.look.headings.map((heading, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: two columns may have one heading; a column is its place.
                <option key={i} value={i}>
                  {heading || t('column {i}', { i: i + 1 })}
                </option>
              ))}
            </select>
          </label>
        ))}
        <label className="flex flex-col text-sm">
          {t('Dates are written')}
          <select className="field" value={sheet.order} onChange={(event) => onChange({ order: event.target.value as DateOrder })}>
            {DATE_ORDERS.map((order) => (
              <option key={order} value={order}>
                {term(order)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="overflow-x-auto">
        <table className="text-sm">
          <caption className="text-start text-dust">{t('The first lines of {rows}', { rows: sheet.look.rows })}</caption>
          <thead>
            <tr>
              {sheet.look.headings.map((heading, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: as above.
                <th key={i} scope="col" className="pe-4 text-start">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.look.sample.map((row, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place.
              <tr key={n}>
                {row.map((cell, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: as above.
                  <td key={i} className="pe-4">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function Lines({ read }: { read: PaperRead }) {
  return (
    <div className="flex flex-col gap-2">
      <p>
        <b>{plural(read.good, 'line')}</b>{' '}
        {t('can be read in, {there} {there2} here already, {wrong} {wrong2} something wrong and {wrong3} left out.', {
          there: read.there,
          there2: read.there === 1 ? t('is') : t('are'),
          wrong: read.wrong,
          wrong2: read.wrong === 1 ? t('has') : t('have'),
          wrong3: read.wrong === 1 ? t('is') : t('are'),
        })}
      </p>
      <div className="max-h-96 overflow-auto" tabIndex={-1}>
        <table className="w-full text-sm">
          <thead>
            <tr className="text-dust">
              {[t('line'), t('player'), t('drill'), t('number'), t('day'), t('what about it')].map((word) => (
                <th key={word} scope="col" className="pe-3 text-start font-normal">
                  {word}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {read.lines.map((line) => (
              <tr key={line.line} className="border-joint border-t align-top">
                <td className="pe-3">{line.line}</td>
                <td className="pe-3">{line.player}</td>
                <td className="pe-3">
                  {line.drill}{' '}
                  <span className="text-dust">{[line.doseWords, line.foot === 'both' ? '' : line.foot].filter(Boolean).join(', ')}</span>
                </td>
                <td className="pe-3">{line.value ?? ''}</td>
                <td className="whitespace-nowrap pe-3">{line.day}</td>
                <td className={line.problems.length > 0 ? 'text-stop' : 'text-dust'}>
                  {line.problems.length > 0
                    ? line.problems.map((one) => one.sentence).join(' ')
                    : line.there
                      ? t('here already')
                      : t('good')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

/** Lists from paper: look at the file, say which column is what, try it dry, read it in, take it back. */
export function PaperBox({ squad, timeZone, first }: { squad: string; timeZone: string; first: readonly PaperListView[] }) {
  const [lists, setLists] = useState(first);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [read, setRead] = useState<PaperRead | null>(null);
  const { problem, said, busy, stop, attempt } = useAttempt();
  const open = (file: File) =>
    attempt(async (stoppable) => {
      const text = await file.text();
      const look = await callStoppably(stoppable(), paperApi.look, { squad }, { text });
      setRead(null);
      setSheet({ id: uuid(), name: file.name.replace(/\.[^.]+$/, ''), text, look, mapping: look.mapping, order: 'year-month-day' });
    });
  const send = (dry: boolean) =>
    attempt(async (stoppable) => {
      if (!sheet) return null;
      const { id, name, text, mapping, order } = sheet;
      const what = { id, name, text, mapping, order, dry };
      // What is tried dry may be stopped; what is being written down is finished.
      const found = dry ? await callStoppably(stoppable(), paperApi.read, { squad }, what) : await call(paperApi.read, { squad }, what);
      if (dry) {
        setRead(found);
        return null;
      }
      setLists((await call(paperApi.lists, { squad })).lists);
      setSheet(null);
      setRead(null);
      return t('“{name}” is read in: {results}.', { name, results: plural(found.good, 'result') });
    });
  const undo = (list: string) => attempt(async () => setLists((await call(paperApi.undo, { squad, list }, {})).lists));
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Lists from paper')}>
      <h2>{t('Read in a list from paper')}</h2>
      <p className="max-w-3xl text-dust text-sm">
        {t(
          'A list that was kept by hand, as CSV with a heading: a line a result, with player, drill, number and day. What is read in counts for records as a result by hand; it never counts for a streak. Try it dry first: nothing is kept until you say so.',
        )}
      </p>
      <FileButton label={t('A list as CSV')} accept=".csv,text/csv,text/plain" className="self-start" onFile={(file) => void open(file)}>
        {t('Choose a list')}
      </FileButton>
      <LongWork busy={busy} what={t('Reading the list')} onStop={stop} />
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      {sheet && (
        <div className="flex flex-col gap-3 border-joint border-t pt-3">
          <Field
            label={t('Name of the list')}
            className="max-w-sm"
            value={sheet.name}
            onChange={(event) => setSheet({ ...sheet, name: event.target.value })}
          />
          <Mapping
            sheet={sheet}
            onChange={(change) => {
              setSheet({ ...sheet, ...change });
              setRead(null);
            }}
          />
          <div className="flex flex-wrap gap-3">
            <Button look={read ? 'plain' : 'main'} onClick={() => void send(true)}>
              {t('Try it dry')}
            </Button>
            {read && read.good > 0 && (
              <Button look="main" onClick={() => void send(false)}>
                {t('Read in {lines}', { lines: plural(read.good, 'line') })}
              </Button>
            )}
            <Button onClick={() => setSheet(null)}>{t('Leave it')}</Button>
          </div>
          {read && <Lines read={read} />}
        </div>
      )}
      {lists.length > 0 && (
        <ul className="flex flex-col divide-y divide-joint">
          {lists.map((list) => (
            <li key={list.id} className="flex flex-wrap items-center justify-between gap-2 py-1.5">
              <span>
                {list.name}{' '}
                <span className="text-dust text-sm">
                  {plural(list.results, 'result')}, {list.by}, {whenInWords(list.at, timeZone)}
                </span>
              </span>
              {list.undoneAt ? (
                <span className="text-dust text-sm">
                  {t('taken back {whenInWords}', { whenInWords: whenInWords(list.undoneAt, timeZone) })}
                </span>
              ) : (
                <Button size="tight" onClick={() => void undo(list.id)}>
                  {t('Take it back')}
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
