import { useMemo } from 'react';
import { t } from '../../core/text/translate.ts';
import { DrillsAhead } from './DrillsAhead.tsx';
import { drillsOf } from './kit.ts';
import { drawnAtHome } from './LayOut.tsx';
import { drillsOfVisit, type Visiting } from './visiting.ts';

const NOTHING: ReadonlyMap<string, string> = new Map();

/** What a session brings, while the device looks up whether a visit to it is under way. */
export function Opening({ visit, session }: Visiting) {
  const ahead = useMemo(() => drillsOf(session, drillsOfVisit(visit)).map((drill) => drawnAtHome(visit, drill)), [visit, session]);
  const soon = <p role="status">{t('Opening the session…')}</p>;
  // Whoever does not read yet has the same in pictures in a moment.
  if (visit.pictures) return <main className="p-4">{soon}</main>;
  return (
    <main className="wrap-anywhere mx-auto flex min-h-dvh max-w-lg flex-col gap-4 p-4">
      <h1>{session.name}</h1>
      {soon}
      <DrillsAhead drills={ahead} notes={NOTHING} said={NOTHING} unknown={[]} stronger={visit.runner.strongerFoot} films={undefined} />
    </main>
  );
}
