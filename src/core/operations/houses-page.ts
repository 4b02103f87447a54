import { escaped } from '../mail/text.ts';
import { language, momentInWords, plural, t } from '../text/translate.ts';
import type { HouseSeen } from './houses.ts';
import { gigabytes } from './limits.ts';

const LOOK =
  'body{font:16px/1.45 system-ui,sans-serif;background:#f3efe7;color:#1c2226;margin:1.5rem;max-width:80rem}h1{margin:0 0 .5rem}a{color:#6a4c93}table{border-collapse:collapse;width:100%;background:#fffdf8}th,td{text-align:start;vertical-align:top;padding:.5rem .75rem;border:1px solid #d8d0c2}ul{margin:0;padding-inline-start:1.1rem}.look{color:#7a5900;font-weight:600}.down{color:#9e1b1b;font-weight:600}@media (prefers-color-scheme:dark){body{background:#16191c;color:#f0ece4}table{background:#1f2428}th,td{border-color:#3b434a}a{color:#b9a3d9}.look{color:#e5c04d}.down{color:#ff9c8a}}';
/** The page asks again by itself. */
const AGAIN_SECONDS = 60;

const moment = (at: number, timeZone: string): string =>
  momentInWords(at, { weekday: 'short', month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit', timeZone });

function stateOf({ isUp, troubles }: HouseSeen): string {
  if (!isUp) return `<span class="down">${escaped(t('not well'))}</span>`;
  return troubles.length > 0 ? `<span class="look">${escaped(t('to look at'))}</span>` : escaped(t('well'));
}

function row(house: HouseSeen, timeZone: string): string {
  const { name, address, release, freeBytes, clips, backupAt, quick, troubles } = house;
  const cells = [
    `<a href="${escaped(address)}">${escaped(name)}</a>`,
    stateOf(house),
    troubles.length > 0 ? `<ul>${troubles.map((one) => `<li>${escaped(one)}</li>`).join('')}</ul>` : '',
    escaped(freeBytes === null ? '' : gigabytes(freeBytes)),
    escaped(clips === null ? '' : t('{taken} of {most}', { taken: gigabytes(clips.bytes), most: gigabytes(clips.most) })),
    escaped(backupAt === null ? '' : moment(backupAt, timeZone)),
    escaped(quick === null ? '' : `${Math.round(quick * 100)} %`),
    escaped(release ?? ''),
  ];
  return `<tr>${cells.map((cell) => `<td>${cell}</td>`).join('')}</tr>`;
}

/** In a sentence how many there are, and how many have to be looked at. */
export function housesInWords(houses: readonly HouseSeen[]): string {
  const look = houses.filter((one) => one.troubles.length > 0).length;
  const all = plural(houses.length, 'house');
  return look === 0 ? t('{all}: all is well.', { all }) : t('{all}, {look} to look at.', { all, look });
}

/**
 * All houses on one page, which asks again by itself.
 * @param asked when they were asked, epoch ms
 * @param timeZone that hours are said in
 */
export function housesPage(houses: readonly HouseSeen[], asked: number, timeZone: string): string {
  const heads = [
    t('House'),
    t('State'),
    t('To look at'),
    t('Free on the disk'),
    t('Clips'),
    t('Last backup'),
    t('Answers within ¼ s'),
    t('Release'),
  ];
  const title = t('Houses');
  return `<!doctype html><html lang="${language()}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex"><meta http-equiv="refresh" content="${AGAIN_SECONDS}"><title>${escaped(title)} · Eager Feet</title><style>${LOOK}</style></head><body><h1>${escaped(title)}</h1><p>${escaped(housesInWords(houses))} ${escaped(t('Asked {when}, hours are {timeZone} time.', { when: moment(asked, timeZone), timeZone }))}</p><table><thead><tr>${heads.map((head) => `<th scope="col">${escaped(head)}</th>`).join('')}</tr></thead><tbody>${houses.map((house) => row(house, timeZone)).join('')}</tbody></table></body></html>`;
}
