import { t } from '../text/translate.ts';
/** How far a squad that begins has come. */
export interface Beginning {
  players: number;
  /** Of these who has a way in and used it. */
  signedIn: number;
  /** The first week that was made, and whether it has a drill in it; null before there is one. */
  week: { id: string; planned: boolean } | null;
  released: boolean;
  /** A first number has come in. */
  goes: boolean;
}

/** One thing of the beginning: what, whether it is done, and where it is done, under the squad's address; null where there is nothing to press. */
export interface FirstStep {
  what: string;
  done: boolean;
  words: string;
  action: { words: string; path: string } | null;
}

/**
 * What comes first in a squad, in order, each with its one action. Null once a first number has come in: then the squad is under way.
 * A step is done by what is there, in whichever order it came to be.
 */
export function firstSteps({ players, signedIn, week, released, goes }: Beginning): FirstStep[] | null {
  if (goes) return null;
  const planned = week?.planned === true;
  return [
    {
      what: t('Get the players in'),
      done: players > 0,
      words:
        players > 0 ? t('{players} in the squad.', { players }) : t('A list from anywhere, one by one, or by a link they open themselves.'),
      action: { words: players > 0 ? t('Add more') : t('Add players'), path: '/squad/people' },
    },
    {
      what: t('Make the first week'),
      done: planned,
      words: planned ? t('There is a week with drills in it.') : t('Let it be proposed: days and minutes are enough.'),
      action: { words: week ? t('Open it') : t('Make it'), path: week ? `/weeks/${week.id}` : '/weeks' },
    },
    {
      what: t('Release it'),
      done: released,
      words: released ? t('Players see it from its hour on.') : t('Now, or for Monday at six.'),
      action: planned && week ? { words: released ? t('Open it') : t('Release it'), path: `/weeks/${week.id}#release` } : null,
    },
    {
      what: t('Hand out the cards'),
      done: signedIn > 0,
      words:
        signedIn > 0
          ? t('{signedIn} of {players} have signed in.', { signedIn, players })
          : t('Each player has a card with squad code, nickname and PIN.'),
      action: players > 0 ? { words: t('Cards'), path: '/squad/cards' } : null,
    },
    { what: t('The first number comes in'), done: false, words: t('It shows up here and under Review by itself.'), action: null },
  ];
}
