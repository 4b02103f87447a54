import { t } from '../../core/text/translate.ts';
import type { Session } from '../../core/weeks/schema.ts';

/** All sessions of a week by name, so that none is overlooked: a press brings one into sight; on a phone it is the one that is shown. */
export function SessionTabs({ sessions, shown, onShow }: { sessions: readonly Session[]; shown: string | null; onShow(id: string): void }) {
  if (sessions.length < 2) return null;
  return (
    <nav aria-label={t('Sessions of the week')}>
      <ul className="flex gap-1 overflow-x-auto">
        {sessions.map((session, i) => (
          <li key={session.id}>
            <button
              type="button"
              aria-current={session.id === shown ? 'true' : undefined}
              className={`min-h-9 max-w-44 truncate whitespace-nowrap rounded-sm border px-3 text-sm ${session.id === shown ? 'border-lace font-bold text-lace' : 'border-joint'}`}
              onClick={() => {
                onShow(session.id);
                const part = document.querySelector(`[data-part=session][data-id="${session.id}"]`);
                part?.scrollIntoView({ behavior: 'smooth', block: 'nearest', inline: 'start' });
              }}
            >
              {i + 1} · {session.name || t('no name')}
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}
