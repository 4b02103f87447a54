import { type ReactNode, useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { dateInWords, footInWords } from '../../client/words.ts';
import type { MyFeet } from '../../contract/progress.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Empty, Notice } from '../../ui/parts/index.ts';
import { ClipVideo } from '../clips/ClipVideo.tsx';
import { DeleteClip } from '../clips/DeleteClip.tsx';
import { Celebration } from '../progress/Celebration.tsx';
import { DrillSeam } from '../progress/DrillSeam.tsx';
import { HowItGoes } from '../progress/HowItGoes.tsx';
import { Lines } from '../progress/Lines.tsx';
import { Stairs } from '../progress/Stairs.tsx';
import { StreakCard } from '../progress/StreakCard.tsx';
import { TableBox } from '../tables/TableBox.tsx';
import { useKeptFeet } from './use-kept-feet.ts';
import { WaitsForCoach } from './WaitsForCoach.tsx';

function Clips({ clips, timeZone }: Pick<MyFeet, 'clips' | 'timeZone'>) {
  const [left, setLeft] = useState(clips);
  const [problem, setProblem] = useState<string | null>(null);
  const remove = async (id: string) => {
    try {
      // What only this asks for is no part of the page's first load.
      const { trainingApi } = await import('../../contract/training.ts');
      await call(trainingApi.deleteClip, { clip: id });
      setLeft((now) => now.filter((clip) => clip.id !== id));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  if (left.length === 0) return null;
  return (
    <Folded title={t('My clips ({left})', { left: left.length })}>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <ul className="flex flex-col divide-y divide-joint">
        {left.map((clip) => (
          <li key={clip.id} className="flex flex-col gap-2 py-2">
            <span>
              {clip.drillName}
              {clip.foot === 'both' ? '' : `, ${footInWords(clip.foot)}`}{' '}
              <span className="text-dust text-sm">{dateInWords(clip.at, timeZone)}</span>
            </span>
            <ClipVideo
              src={`/api/v1/clips/${clip.id}/file`}
              preload="none"
              className="max-h-52 w-full"
              label={t('Clip of {drillName}', { drillName: clip.drillName })}
            />
            <DeleteClip size="player" onDelete={() => void remove(clip.id)} />
          </li>
        ))}
      </ul>
    </Folded>
  );
}

/** So much is seen at first: three screens of a phone. */
const DRILLS_SHOWN = 2;
const LINES_SHOWN = 1;
const WEEKS_SHOWN = 4;
const TABLES_SHOWN = 3;

/** What is there for whoever wants more, behind a tap. */
function Folded({ title, children }: { title: string; children: ReactNode }) {
  return (
    <details className="slab p-4">
      <summary className="min-h-12 py-3">
        <h2 className="inline">{title}</h2>
      </summary>
      <div className="flex flex-col gap-3 pt-3">{children}</div>
    </details>
  );
}

/** My feet: the own streak, records with left beside right, the ledger of both feet, the coach's lines. Nobody else's numbers. */
export const FeetView = guarded(function FeetView({ feet, kept = false }: { feet: MyFeet; kept?: boolean }) {
  useKeptFeet(feet, kept);
  const { ledger } = feet;
  const [all, setAll] = useState(false);
  const [allLines, setAllLines] = useState(false);
  const [allTables, setAllTables] = useState(false);
  return (
    <main className="flex flex-col gap-4 p-4">
      <h1>{t('My feet')}</h1>
      <StreakCard streak={feet.streak} strip={feet.strip} />
      <section className="slab p-4">
        <h2>{t('All my touches')}</h2>
        <p className="flex gap-6">
          <span>
            <span className="font-semibold text-foot-left">{t('left')}</span>{' '}
            <span className="font-bold font-display text-2xl">{ledger.left}</span>
          </span>
          <span>
            <span className="font-semibold text-foot-right">{t('right')}</span>{' '}
            <span className="font-bold font-display text-2xl">{ledger.right}</span>
          </span>
        </p>
        <p className="text-dust">
          {ledger.behind === 'both'
            ? t('Both feet have done the same.')
            : t('{behind} is {touches} behind.', { behind: ledger.behind, touches: plural(ledger.deficit, 'touch', 'touches') })}
        </p>
      </section>
      <WaitsForCoach feet={feet} />
      {feet.newRecord && <Celebration record={feet.newRecord} playerId={feet.playerId} />}
      <section className="slab p-4">
        <h2>{t('From your coach')}</h2>
        <Lines
          lines={allLines ? feet.lines : feet.lines.slice(0, LINES_SHOWN)}
          timeZone={feet.timeZone}
          empty={t('No lines yet. They come when your coach has looked at your numbers.')}
        />
        {!allLines && feet.lines.length > LINES_SHOWN && (
          <Button className="mt-2 min-h-12!" onClick={() => setAllLines(true)}>
            {t('Show {lines} older lines', { lines: feet.lines.length - LINES_SHOWN })}
          </Button>
        )}
      </section>
      {feet.drills.length === 0 && <Empty scene="ball waits">{t('No numbers yet. Your first session makes the first record.')}</Empty>}
      {(all ? feet.drills : feet.drills.slice(0, DRILLS_SHOWN)).map((drill) => (
        <DrillSeam key={drill.key} drill={drill} weeks={all ? undefined : WEEKS_SHOWN}>
          <HowItGoes playerId={feet.playerId} drillId={drill.drillId} name={drill.drillName} />
        </DrillSeam>
      ))}
      {!all && feet.drills.length > DRILLS_SHOWN && (
        <Button size="player" onClick={() => setAll(true)}>
          {t('Show {drills} more drills', { drills: feet.drills.length - DRILLS_SHOWN })}
        </Button>
      )}
      {feet.stairs.length > 0 && (
        <Folded title={t('My staircases')}>
          <p className="text-dust">{t('My shoes stand on each step that has a number.')}</p>
          <Stairs stairs={feet.stairs} who={t('The shoes are mine.')} />
        </Folded>
      )}
      {feet.tables && feet.tables.tables.length > 0 && (
        <Folded
          title={t('{school}, week {week}', {
            school: feet.tables.school === 'improvement' ? t('Who got better') : t('The squad’s numbers'),
            week: feet.tables.week,
          })}
        >
          {(allTables ? feet.tables.tables : feet.tables.tables.slice(0, TABLES_SHOWN)).map((table) => (
            <TableBox key={table.key} table={table} school={feet.tables?.school ?? 'off'} />
          ))}
          {!allTables && feet.tables.tables.length > TABLES_SHOWN && (
            <Button size="player" onClick={() => setAllTables(true)}>
              {t('Show {tables} more tables', { tables: feet.tables.tables.length - TABLES_SHOWN })}
            </Button>
          )}
        </Folded>
      )}
      <Clips clips={feet.clips} timeZone={feet.timeZone} />
    </main>
  );
});
