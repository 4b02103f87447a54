import { useState } from 'react';
import type { PlayerPage } from '../../contract/progress.ts';
import { squad } from '../../contract/squad.ts';
import { CONTACT_SCHOOLS, CONTACT_WORDS, type ContactSchool } from '../../core/drills/terms.ts';
import { Notice } from '../../ui/parts/index.ts';
import { call, sentenceOf } from '../client.ts';
import { dateInWords, footInWords, number, plural } from '../words.ts';
import { DrillSeam } from './DrillSeam.tsx';
import { Lines } from './Lines.tsx';
import { StreakCard } from './StreakCard.tsx';

/** The school of juggling contact a player learns by: the squad's, or the own. */
function PlayerSchool({ player }: { player: PlayerPage }) {
  const [school, setSchool] = useState(player.contactSchool);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (next: ContactSchool | null) => {
    setSchool(next);
    setProblem(null);
    try {
      await call(squad.playerSchool, { squad: player.squadId, player: player.playerId }, { contactSchool: next });
    } catch (error) {
      setSchool(school);
      setProblem(sentenceOf(error));
    }
  };
  return (
    <div className="pt-2">
      <label className="flex flex-wrap items-center gap-2 text-sm">
        Juggling contact
        <select
          className="field min-h-9 max-w-full"
          value={school ?? ''}
          onChange={(event) => void set((event.target.value || null) as ContactSchool | null)}
        >
          <option value="">as the squad: {CONTACT_WORDS[player.squadSchool]}</option>
          {CONTACT_SCHOOLS.map((one) => (
            <option key={one} value={one}>
              {CONTACT_WORDS[one]}
            </option>
          ))}
        </select>
      </label>
      {problem && <Notice tone="stop">{problem}</Notice>}
    </div>
  );
}

/** A player as the coach sees them: streak, feet, every score with where it stands, every line. */
export function PlayerView({ player }: { player: PlayerPage }) {
  const [query, setQuery] = useState('');
  const shown = player.drills.filter((drill) => drill.drillName.toLowerCase().includes(query.toLowerCase()));
  const { ledger } = player;
  return (
    <div className="flex flex-col gap-4">
      <header>
        <h1>{player.nickname}</h1>
        <p className="text-dust">
          about {player.age} years · {player.strongerFoot === 'both' ? 'both feet alike' : `stronger foot ${player.strongerFoot}`} ·{' '}
          {player.level} · {player.quietDays === 0 ? 'trained today' : `last go ${plural(player.quietDays, 'day')} ago`}
        </p>
        <PlayerSchool player={player} />
      </header>
      {player.quiet && (
        <Notice tone="look">No go for {plural(player.quietDays, 'day')}. A word to the family helps more than a reminder.</Notice>
      )}
      <div className="grid gap-4 xl:grid-cols-[3fr_2fr]">
        <div className="flex flex-col gap-4">
          <div className="flex flex-wrap items-end justify-between gap-3">
            <h2>Left beside right, week by week</h2>
            <label className="flex items-center gap-2">
              <span className="text-dust">Find a drill</span>
              <input className="field" value={query} onChange={(event) => setQuery(event.target.value)} />
            </label>
          </div>
          <div className="grid gap-4 lg:grid-cols-2">
            {shown.map((drill) => (
              <DrillSeam key={drill.key} drill={drill} weeks={9} />
            ))}
          </div>
          {shown.length === 0 && (
            <Notice>{player.drills.length === 0 ? 'No counted numbers yet.' : `No drill is called “${query}” here.`}</Notice>
          )}
        </div>
        <div className="flex flex-col gap-4">
          <StreakCard streak={player.streak} strip={player.strip} />
          <section className="slab p-4">
            <h2>Ledger of both feet</h2>
            <p>
              <span className="font-semibold text-foot-left">left</span> {ledger.left} ·{' '}
              <span className="font-semibold text-foot-right">right</span> {ledger.right}
              {ledger.behind === 'both' ? '' : ` · ${ledger.behind} is ${ledger.deficit} touches behind`}
            </p>
          </section>
          <section className="slab overflow-x-auto p-4" aria-label="Scores">
            <h2>Newest scores</h2>
            <table className="w-full text-sm">
              <thead>
                <tr className="text-dust">
                  <th scope="col" className="py-1 text-start font-normal">
                    When
                  </th>
                  <th scope="col" className="py-1 text-start font-normal">
                    Drill
                  </th>
                  <th scope="col" className="py-1 text-end font-normal">
                    Number
                  </th>
                  <th scope="col" className="py-1 ps-3 text-start font-normal">
                    Stands as
                  </th>
                </tr>
              </thead>
              <tbody>
                {player.scores.slice(0, 24).map((score) => (
                  <tr key={score.scoreId} className="border-joint border-t align-top">
                    <td className="py-1 pe-2 whitespace-nowrap text-dust">{dateInWords(score.doneAt, player.timeZone)}</td>
                    <td className="py-1">
                      {score.drillName}{' '}
                      <span className="text-dust">
                        {score.foot === 'both' ? score.doseWords : `${score.doseWords}, ${footInWords(score.foot)}`}
                      </span>
                    </td>
                    <td className="py-1 text-end font-semibold">
                      {score.value === null ? 'lost count' : number(score.counts ?? score.value)}
                    </td>
                    <td className="py-1 ps-3">
                      {score.standing}
                      {score.clocked ? '' : ', by hand'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          <section className="slab p-4">
            <h2>Lines</h2>
            <Lines lines={player.lines} timeZone={player.timeZone} empty="No lines yet." />
          </section>
        </div>
      </div>
    </div>
  );
}
