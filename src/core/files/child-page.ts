import type { Foot } from '../drills/terms.ts';
import { escaped } from '../mail/text.ts';
import { trainedInWords } from '../streaks/index.ts';
import { round1 } from '../text/rounded.ts';
import { language, t } from '../text/translate.ts';
import type { HistoryFile } from './history.ts';

/** A clip of the download, as the page links to it. */
export interface ClipOnPage {
  /** Its place beside the page. */
  path: string;
  /** Its day, `YYYY-MM-DD`. */
  day: string;
  drill: string;
  foot: Foot;
  /** Who played it, and for how many seconds. */
  watched: readonly { who: string; seconds: number }[];
}

/** What a parent reads when the download is opened. */
export interface ChildOnPage {
  nickname: string;
  /** The day it was made, `YYYY-MM-DD`. */
  madeOn: string;
  histories: readonly HistoryFile[];
  /** What the coaches wrote, newest first. */
  lines: readonly { day: string; drill: string; line: string }[];
  permissions: readonly { day: string; what: string; yes: boolean; by: string }[];
  clips: readonly ClipOnPage[];
}

const withFoot = (drill: string, foot: Foot): string => (foot === 'both' ? drill : t('{drill}, {foot} foot', { drill, foot }));

/**
 * The name of a clip's file: its day, drill and foot, in letters that every system can keep; a number where there is one like it already.
 * @param taken names that are in use; the new one is added
 */
export function clipFileName({ day, drill, foot }: { day: string; drill: string; foot: Foot }, ending: string, taken: Set<string>): string {
  const words = withFoot(drill, foot)
    .normalize('NFKD')
    .replaceAll(/[\u0300-\u036f]/g, '')
    .replaceAll(/[^A-Za-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .toLowerCase();
  const base = [day, words].filter(Boolean).join('-');
  let name = `${base}${ending}`;
  for (let n = 2; taken.has(name); n++) name = `${base}-${n}${ending}`;
  taken.add(name);
  return name;
}

const row = (cells: readonly string[], tag = 'td') => `<tr>${cells.map((cell) => `<${tag}>${cell}</${tag}>`).join('')}</tr>`;
const table = (heads: readonly string[], rows: readonly (readonly string[])[]) =>
  `<table><thead>${row(heads, 'th')}</thead><tbody>${rows.map((cells) => row(cells)).join('')}</tbody></table>`;
const part = (heading: string, rows: readonly unknown[], body: string, none: string) =>
  `<h2>${escaped(heading)}</h2>${rows.length > 0 ? body : `<p>${escaped(none)}</p>`}`;

const STYLE =
  'body{font:16px/1.5 system-ui,sans-serif;max-width:52rem;margin:2rem auto;padding:0 1rem;color:#222}' +
  'table{border-collapse:collapse;width:100%}th,td{text-align:start;padding:.3rem .6rem;border-bottom:1px solid #ccc;vertical-align:top}' +
  'h1,h2{line-height:1.2}';

const watchedWords = ({ watched }: ClipOnPage): string =>
  watched.length === 0 ? 'nobody' : watched.map(({ who, seconds }) => `${escaped(who)}, ${round1(seconds)} s`).join('<br>');

/** One squad's part: the streak, bests, and sessions done. */
function squadPart({ squad, streak, records, sessions }: HistoryFile): string {
  return [
    `<h2>${escaped(squad.name)}</h2>`,
    `<p>${t('In a row now: {now}. The best ever: {best}.', {
      now: trainedInWords(streak.current, streak.unit),
      best: trainedInWords(streak.best, streak.unit),
    })}</p>`,
    part(
      t('Bests'),
      records,
      table(
        [t('Drill'), t('Foot'), t('Best'), t('Day')],
        records.map((one) => [
          `${escaped(one.drill)} (${escaped(one.dose)})`,
          one.foot,
          `${round1(one.result)} ${escaped(one.unit)}`,
          one.doneAt.slice(0, 10),
        ]),
      ),
      t('No best yet.'),
    ),
    part(
      t('Sessions'),
      sessions,
      table(
        [t('Day'), t('Week'), t('Session'), t('Done')],
        [...sessions]
          .reverse()
          .map((one) => [
            one.day ?? '',
            String(one.week),
            escaped(one.session),
            `${Math.round(one.share * 100)} %${one.byHand ? t(', by hand') : ''}`,
          ]),
      ),
      t('No session yet.'),
    ),
  ].join('');
}

/** The download’s first page: everything that can be read without a program for data, with the clips by day and drill. */
export function childPage({ nickname, madeOn, histories, lines, permissions, clips }: ChildOnPage): string {
  const parts = [
    `<h1>${escaped(nickname)}</h1>`,
    `<p>Everything that Eager Feet keeps of ${escaped(nickname)}, as it was on ${madeOn}. The same, for programs, is in the files beside this page; README.txt says which is which.</p>`,
    part(
      t('Clips'),
      clips,
      table(
        [t('Day'), t('Drill'), t('Who watched it')],
        clips.map((clip) => [
          clip.day,
          `<a href="${encodeURI(clip.path)}">${escaped(withFoot(clip.drill, clip.foot))}</a>`,
          watchedWords(clip),
        ]),
      ),
      t('No clip is kept.'),
    ),
    ...histories.map(squadPart),
    part(
      t('What the coach wrote'),
      lines,
      table(
        [t('Day'), t('Drill'), t('Line')],
        lines.map((one) => [one.day, escaped(one.drill), escaped(one.line)]),
      ),
      t('No line yet.'),
    ),
    part(
      t('What you said yes and no to'),
      permissions,
      table(
        [t('Day'), t('What'), t('Answer'), t('Who')],
        permissions.map((one) => [one.day, escaped(one.what), one.yes ? 'yes' : 'no', escaped(one.by)]),
      ),
      t('Nothing yet.'),
    ),
  ];
  return `<!doctype html><html lang="${language()}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(nickname)}</title><style>${STYLE}</style></head><body>${parts.join('')}</body></html>\n`;
}
