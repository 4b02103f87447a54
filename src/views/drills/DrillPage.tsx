import { Printer } from 'lucide-react';
import { endpointAddress } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import type { Shelf, ShelfDrill } from '../../contract/drills.ts';
import { drillsApi } from '../../contract/drills.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink } from '../../ui/parts/index.ts';
import { DrillSheet } from './DrillSheet.tsx';

/** One drill on a page of its own: to link to, to print, to hand on as a file. */
export const DrillPage = guarded(function DrillPage({ shelf, drill }: { shelf: Shelf; drill: ShelfDrill }) {
  const base = `/coach/${shelf.squad.id}`;
  return (
    <div className="mx-auto max-w-4xl">
      <DrillSheet
        drill={drill}
        alone
        shelf={shelf.drills.filter((one) => !one.archived || one.id === drill.id)}
        met={new Set(shelf.met)}
        school={shelf.squad.contactSchool}
        hrefOf={(id) => `${base}/drills/${id}`}
        usedIn={(shelf.usedIn[drill.id] ?? []).map((week) => ({ ...week, href: `${base}/weeks/${week.id}` }))}
        tools={
          <>
            <ButtonLink href={`${base}/drills?drill=${drill.id}`} size="small">
              {t('To the shelf')}
            </ButtonLink>
            <ButtonLink href={`${base}/together?drill=${drill.id}`} size="small">
              {t('Do it together, live')}
            </ButtonLink>
            <ButtonLink href={drill.own ? `${base}/drills/${drill.id}/edit` : `${base}/drills/new?from=${drill.id}`} size="small">
              {drill.own ? t('Change it') : t('Copy and change')}
            </ButtonLink>
            <a
              className="inline-flex min-h-9 items-center px-2 text-sm"
              href={endpointAddress(drillsApi.exportDrills, { squad: shelf.squad.id, only: drill.id })}
              download
            >
              {t('As a file')}
            </a>
            <Button size="small" onClick={() => window.print()}>
              <Printer aria-hidden className="size-4" /> {t('Print')}
            </Button>
          </>
        }
      />
    </div>
  );
});
