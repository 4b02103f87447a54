import { english, t, term } from '../../core/text/translate.ts';

const TABS = [
  ['', english('Register')],
  ['/ground', english('Not there yet')],
  ['/tables', english('Tables')],
  ['/compare', english('Two weeks')],
  ['/calibration', english('Fair numbers')],
  ['/files', english('Files')],
  ['/people', english('People')],
] as const;

export type SquadTab = (typeof TABS)[number][0];

/** The pages of the squad area. */
export function SquadTabs({ squad, here }: { squad: string; here: SquadTab }) {
  return (
    <nav aria-label={t('Squad pages')}>
      <ul className="flex flex-wrap gap-x-1 border-joint border-b">
        {TABS.map(([path, words]) => (
          <li key={path}>
            <a
              href={`/coach/${squad}/squad${path}`}
              aria-current={here === path ? 'page' : undefined}
              className={`-mb-px block border-b-2 px-3 py-2 no-underline ${here === path ? 'border-lace font-bold text-lace' : 'border-transparent'}`}
            >
              {term(words)}
            </a>
          </li>
        ))}
      </ul>
    </nav>
  );
}
