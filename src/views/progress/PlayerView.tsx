import { Printer } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import type { PlayerPage } from '../../contract/progress.ts';
import { screensApi } from '../../contract/screens.ts';
import { CONTACT_SCHOOLS, CONTACT_WORDS } from '../../core/drills/terms.ts';
import { lastGoInWords } from '../../core/progress/quiet.ts';
import type { WatchGround } from '../../core/scores/reasons.ts';
import { AIMS } from '../../core/targets/aims.ts';
import { capital } from '../../core/text/capital.ts';
import { plural, t } from '../../core/text/translate.ts';
import { ButtonLink, Fold, Notice } from '../../ui/parts/index.ts';
import { FreePractice, Notes, Pauses } from './CoachOnly.tsx';
import { Lines } from './Lines.tsx';
import { OwnDrill, stepWords } from './OwnDrill.tsx';
import { PlayerChoice } from './PlayerChoice.tsx';
import { Reads } from './Reads.tsx';
import { Scores } from './Scores.tsx';
import { Stairs } from './Stairs.tsx';
import { StreakCard } from './StreakCard.tsx';
import { WeeksSeam } from './WeeksSeam.tsx';

function Ledger({ player }: { player: PlayerPage }) {
  const { ledger } = player;
  return (
    <p>
      <span className="font-semibold text-foot-left">{t('left')}</span> {ledger.left} ·{' '}
      <span className="font-semibold text-foot-right">{t('right')}</span> {ledger.right}
      {ledger.behind === 'both'
        ? ''
        : t(' · {behind} is {touches} behind', { behind: ledger.behind, touches: plural(ledger.deficit, 'touch', 'touches') })}
    </p>
  );
}

/** What is told of a ground, without a word about the child. */
const GROUND_WORDS: Record<WatchGround, string> = {
  get 'doubted more than the squad'() {
    return t('More numbers were unusual than in the rest of the squad.');
  },
  get 'more than the clips show'() {
    return t('Numbers are, on the whole, higher than what was counted from their clips.');
  },
  get 'better when nobody films'() {
    return t('Goes without a clip come out better than filmed ones.');
  },
  get 'same as a team-mate'() {
    return t('Numbers are the same as a team-mate’s more often than by chance.');
  },
};

/** Told to the coach alone: what speaks for asking for a clip, and what was chosen for the next weeks. */
function Heads({ player, chosen }: { player: PlayerPage; chosen: PlayerPage['ownSteps'] }) {
  const coming = chosen.filter((step) => step.week > (player.weeks.at(-1)?.number ?? 0));
  return (
    <>
      {player.quiet && (
        <Notice tone="look">
          {t('{lastGoInWords}. A word to the family helps more than a reminder.', {
            lastGoInWords: capital(lastGoInWords({ days: player.quietDays, begun: player.begun })),
          })}
        </Notice>
      )}
      {player.grounds.length > 0 && (
        <Notice tone="look">
          {t('{grounds} That proves nothing. Ask for a clip of the next goes: counting together settles it.', {
            grounds: player.grounds.map((ground) => GROUND_WORDS[ground]).join(' '),
          })}
        </Notice>
      )}
      {coming.length > 0 && (
        <Notice>
          {t('Next week for {nickname}: {coming}.', {
            nickname: player.nickname,
            coming: coming.map((step) => `${step.drillName}, ${stepWords(step)}`).join(' · '),
          })}
        </Notice>
      )}
    </>
  );
}

/** The highest steps of the staircases that shoes stand on. */
const stoodOn = ({ stairs }: PlayerPage): string =>
  [...new Set(stairs.flatMap((one) => one.stairs.findLast((stair) => stair.reached)?.name ?? []))].join(' · ');

/** A player as the coach sees them: one drill over time, streak, both feet, weeks, steps, every score with its facts, notes. */
export function PlayerView({ player }: { player: PlayerPage }) {
  const [chosen, setChosen] = useState(player.ownSteps);
  const asked = { squad: player.squadId, player: player.playerId };
  return (
    <div className="flex flex-col gap-4">
      <header className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1>{player.nickname}</h1>
          <p className="text-dust">
            {t('about {age} years · {strongerFoot} · {level} · {lastGoInWords}', {
              age: player.age,
              strongerFoot:
                player.strongerFoot === 'both'
                  ? t('both feet alike')
                  : t('stronger foot {strongerFoot}', { strongerFoot: player.strongerFoot }),
              level: player.level,
              lastGoInWords: lastGoInWords({ days: player.quietDays, begun: player.begun }),
            })}
          </p>
          <div className="flex flex-wrap gap-x-5">
            <PlayerChoice
              label={t('Juggling contact')}
              first={player.contactSchool}
              options={CONTACT_SCHOOLS}
              words={(one) => CONTACT_WORDS[one]}
              squads={player.squadSchool}
              save={(contactSchool) => call(screensApi.playerSchool, asked, { contactSchool })}
            />
            <PlayerChoice
              label={t('Reaches stretch numbers')}
              first={player.stretchAim}
              options={AIMS}
              words={(one) => t('{one} times in a hundred', { one })}
              squads={player.squadAim}
              save={(stretchAim) => call(screensApi.playerAim, asked, { stretchAim })}
            />
            <Reads first={player.pictures} save={(pictures) => call(screensApi.playerReading, asked, { pictures })} />
          </div>
        </div>
        <div className="flex flex-wrap gap-2">
          <ButtonLink size="small" href={`/coach/${player.squadId}/players/${player.playerId}/season`}>
            <Printer aria-hidden className="size-4" /> {t('Season sheet')}
          </ButtonLink>
          <ButtonLink size="small" href={`/api/v1/squads/${player.squadId}/players/${player.playerId}/history`}>
            {t('Whole history (JSON)')}
          </ButtonLink>
        </div>
      </header>
      <Heads player={player} chosen={chosen} />
      <OwnDrill player={player} chosen={chosen} onChosen={setChosen} />
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <div className="flex flex-col gap-4">
          <StreakCard streak={player.streak} strip={player.strip} />
          <FreePractice player={player} />
          <Pauses player={player} />
          <Notes player={player} />
        </div>
        <section className="slab flex flex-col gap-2 p-4">
          <h2>{t('Both feet, week by week')}</h2>
          <Ledger player={player} />
          <WeeksSeam weeks={player.weeks} folded />
        </section>
      </div>
      <div className="grid items-start gap-4 xl:grid-cols-[3fr_2fr]">
        <div className="flex flex-col gap-4">
          <section className="slab p-4" aria-label={t('Scores')}>
            <h2>{t('Every score')}</h2>
            <Scores player={player} />
          </section>
          <Fold level={2} heading={t('Staircases')} says={stoodOn(player)}>
            {player.stairs.length === 0 ? (
              <p className="text-dust">{t('The shoes stand on a step with the first counted number.')}</p>
            ) : (
              <Stairs stairs={player.stairs} who={t('The shoes are {nickname}’s.', { nickname: player.nickname })} />
            )}
          </Fold>
        </div>
        <section className="slab p-4">
          <h2>{t('Lines')}</h2>
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be scrolled by keyboard. */}
          <section className="max-h-[30rem] overflow-y-auto" aria-label={t('Lines, newest first')} tabIndex={0}>
            <Lines lines={player.lines} timeZone={player.timeZone} empty={t('No lines yet.')} />
          </section>
        </section>
      </div>
    </div>
  );
}

/** The player page from the data beside it. */
export const PlayerPageView = guarded(function PlayerPageView() {
  const [player] = useState(() => pageData<PlayerPage>());
  return <PlayerView player={player} />;
});
