import { Check, CircleDashed, Clock, Minus } from 'lucide-react';
import type { CellState, Register } from '../../contract/squad.ts';
import { Laces } from '../../ui/notations/index.ts';
import { plural, wishedDay } from '../words.ts';
import { ChoicesBox } from './ChoicesBox.tsx';

const GLYPHS: Record<CellState, { Icon: typeof Check; look: string; words: string }> = {
  done: { Icon: Check, look: 'text-moss', words: 'done' },
  part: { Icon: CircleDashed, look: 'text-lace', words: 'partly done' },
  'scores only': { Icon: CircleDashed, look: 'text-lace', words: 'numbers sent, clock not run' },
  'to do': { Icon: Clock, look: 'text-dust', words: 'to do' },
  'not done': { Icon: Minus, look: 'text-dust', words: 'not done' },
  ahead: { Icon: Clock, look: 'text-joint', words: 'not open yet' },
};

function Cell({ state }: { state: CellState }) {
  const { Icon, look, words } = GLYPHS[state];
  return (
    <td className={`px-3 py-1.5 text-center ${look}`} title={words}>
      <Icon aria-hidden className="inline size-5" />
      <span className="sr-only">{words}</span>
    </td>
  );
}

/** Squad: the register of a week, with each player's laces. */
export function SquadView({ register }: { register: Register }) {
  const { squad, week } = register;
  const base = `/coach/${squad.id}`;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1>Squad</h1>
        {week && (
          <label className="flex items-center gap-2">
            <span className="text-dust">Register of</span>
            <select
              className="field"
              defaultValue={week.id}
              onChange={(event) => window.location.assign(`${base}/squad?week=${event.target.value}`)}
            >
              {register.weeks.map((one) => (
                <option key={one.id} value={one.id}>
                  Week {one.number}: {one.title}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <section className="slab overflow-x-auto" aria-label="Register" tabIndex={-1}>
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-joint border-b text-start text-sm">
              <th scope="col" className="px-3 py-2 text-start">
                Player
              </th>
              {register.sessions.map((session) => (
                <th key={session.id} scope="col" className="px-3 py-2">
                  {session.name}
                  <span className="block font-normal text-dust">{wishedDay(session.day)}</span>
                </th>
              ))}
              <th scope="col" className="px-3 py-2 text-start">
                Laces
              </th>
              <th scope="col" className="px-3 py-2 text-end">
                In a row
              </th>
              <th scope="col" className="px-3 py-2 text-start">
                Last go
              </th>
              <th scope="col" className="px-3 py-2 text-end">
                To review
              </th>
            </tr>
          </thead>
          <tbody>
            {register.players.map((player) => (
              <tr key={player.id} className="border-joint border-b last:border-0">
                <th scope="row" className="px-3 py-1.5 text-start">
                  <a href={`${base}/players/${player.id}`}>{player.nickname}</a>
                </th>
                {player.cells.map((state, i) => (
                  <Cell key={register.sessions[i]?.id ?? i} state={state} />
                ))}
                <td className="px-3 py-1.5">
                  <Laces tiny cells={player.strip} summary={`${player.streak.current} in a row, best ${player.streak.best}`} />
                </td>
                <td className="px-3 py-1.5 text-end">
                  {player.streak.current} <span className="text-dust text-sm">best {player.streak.best}</span>
                </td>
                <td className={`px-3 py-1.5 ${player.quiet ? 'text-mustard' : 'text-dust'}`}>
                  {player.quietDays === 0 ? 'today' : `${plural(player.quietDays, 'day')} ago`}
                  {player.quiet && ', quiet'}
                </td>
                <td className="px-3 py-1.5 text-end">{player.waiting > 0 ? player.waiting : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <p className="flex flex-wrap gap-4 text-dust text-sm">
        {(['done', 'part', 'to do', 'not done'] as const).map((state) => {
          const { Icon, look, words } = GLYPHS[state];
          return (
            <span key={state} className="inline-flex items-center gap-1">
              <Icon aria-hidden className={`size-4 ${look}`} /> {words}
            </span>
          );
        })}
      </p>
      <ChoicesBox squad={squad.id} first={register.choices} />
    </div>
  );
}
