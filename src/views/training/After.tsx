import { Check, CircleAlert, Clock3 } from 'lucide-react';
import type { KeptRun } from '../../client/device-store.ts';
import { goWords } from '../../client/to-send.ts';
import { number, wishedDay } from '../../client/words.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import type { Feet } from '../../core/training/dose.ts';
import { Seam } from '../../ui/notations/Seam.tsx';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import type { Give } from './gives.ts';
import { Outbox, useOutbox } from './SendQueue.tsx';

interface Props {
  run: KeptRun;
  sessionName: string;
  /** Every drill was gone through. */
  finished: boolean;
  hurt: boolean;
  share: number;
  mayFilm: boolean;
  /** Free practice, and whether it counts; null for a session of the week. */
  practice: { counts: boolean } | null;
  /** About how many touches each foot made. */
  touches: Feet;
  /** What was better than ever, in words; empty when nothing was. */
  bests: readonly string[];
  /** The goes of this visit, with the numbers as they hold. */
  gives: readonly Give[];
  /** Null where nothing can be put right. */
  onMend: ((give: Give) => void) | null;
  /** The next session of the week that is not done; null when this was the last of them. */
  next: { id: string; name: string; day: number | null } | null;
  /** How many sessions the week has; 0 where nothing of it is said, as on a live evening. */
  sessions: number;
  /** Why what was done is not kept yet; null when it is. */
  problem: string | null;
}

const WAYS = {
  sent: { icon: Check, look: 'text-moss' },
  waits: { icon: Clock3, look: '' },
  'not taken': { icon: CircleAlert, look: 'text-stop' },
} as const;

/** After a session: what was done, what went out, what waits, and what the coach will see. */
export function After({
  run,
  sessionName,
  finished,
  hurt,
  share,
  mayFilm,
  practice,
  touches,
  bests,
  gives,
  onMend,
  next,
  sessions,
  problem,
}: Props) {
  const { sent, items } = useOutbox();
  const mine = [
    ...sent.filter((one) => one.runId === run.id).map((one) => ({ ...one, way: 'sent' as const })),
    ...items
      .filter((one) => one.runId === run.id)
      .map((one) => ({ ...one, way: one.state === 'refused' ? ('not taken' as const) : ('waits' as const) })),
  ];
  // A log that is sent again as it grows is told once, as waiting.
  const all = mine.filter((one, i) => !mine.some((later, j) => j > i && later.id === one.id));
  const given = all.filter((one) => one.kind === 'go' || one.kind === 'practice');
  const clips = all.filter((one) => one.kind === 'clip');
  const mends = all.filter((one) => one.kind === 'mend');
  /** Where a go stands with its mends: not taken before waiting before sent. */
  const wayOf = (go: (typeof all)[number]): keyof typeof WAYS => {
    const mended = gives.find((had) => had.goId === go.id)?.mends ?? [];
    const ways = [go, ...mends.filter((one) => mended.includes(one.id))].map((one) => one.way);
    return (['not taken', 'waits'] as const).find((way) => ways.includes(way)) ?? 'sent';
  };
  const waiting = given.filter((one) => wayOf(one) === 'waits').length;
  const clipsGone = clips.filter((one) => one.way === 'sent').length;
  const logGone = all.some((one) => one.id === run.id && one.way === 'sent');
  return (
    <main className="wrap-anywhere mx-auto flex min-h-dvh max-w-lg flex-col gap-4 p-4">
      <h1>{hurt ? t('You stopped. That was right.') : finished ? t('That is all. Well done.') : t('You stopped here.')}</h1>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {hurt && (
        <p className="text-lg">
          {t('Sit down, and tell a grown-up now. {practice} Rest costs you nothing.', {
            practice: practice
              ? t('Nobody else hears of it from here: this was free practice.')
              : t('Your family’s page and your coach are told that you stopped; not more.'),
          })}
        </p>
      )}
      <p className="text-lg">{t('{share} % of the work of “{sessionName}” is done.', { share: Math.round(share * 100), sessionName })}</p>
      {bests.length > 0 && (
        <section className="slab border-l-8 border-l-lace p-4" aria-label={t('Better than ever')}>
          <h2>{t('Better than ever')}</h2>
          <ul className="text-xl">
            {bests.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </section>
      )}
      {!hurt && touches.left + touches.right > 0 && (
        <section className="slab p-4" aria-label={t('Both feet today')}>
          <h2>{t('About {left} touches today', { left: number(touches.left + touches.right) })}</h2>
          <Seam
            rows={[{ label: t('touches'), ...touches }]}
            summary={t('About {left} touches with the left foot and {right} with the right.', { left: touches.left, right: touches.right })}
          />
        </section>
      )}
      {practice && (
        <p className="font-semibold text-xl">
          {t('Free practice{given}', { given: given.length === 0 ? t(', without a number: nothing is sent of it.') : '. ' })}
          {given.length > 0 &&
            (practice.counts
              ? t('An ordinary number counts for your bests and your streak, not for the week.')
              : t('It changes no best and no streak; your coach sees that you did it.'))}
        </p>
      )}
      {finished && !practice && sessions > 0 && (
        <p className="font-semibold text-xl" data-testid="whats-next">
          {next
            ? t('Next: {name}{day}.', { name: next.name, day: next.day === null ? '' : `, ${wishedDay(next.day)}` })
            : sessions === 1
              ? t('The week’s session is done. The rest of the week is yours.')
              : t('All {sessions} of this week are done. The rest of the week is yours.', { sessions })}
        </p>
      )}
      {given.length > 0 && (
        <section className="slab p-4" aria-label={t('Your numbers')}>
          <h2>{t('Your numbers')}</h2>
          <ul className="flex flex-col divide-y divide-joint">
            {given.map((one) => {
              const give = gives.find((had) => had.goId === one.id);
              const way = wayOf(one);
              const Icon = WAYS[way].icon;
              return (
                <li key={one.id} className="flex min-h-12 flex-wrap items-center gap-x-3 py-1">
                  <span className="w-full">{give ? goWords(give.drill.name, give.scores) : one.label}</span>
                  <span className="wrap-anywhere flex min-w-0 grow items-center gap-1 text-sm">
                    <Icon aria-hidden className={`size-5 shrink-0 ${WAYS[way].look}`} /> {term(way)}
                  </span>
                  {give && onMend && (
                    <Button className="min-h-12!" onClick={() => onMend(give)}>
                      {t('Mend')}
                    </Button>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      )}
      <p data-testid="sent-summary">
        {given.length > 0 && waiting === 0 && t('All numbers are with your coach. ')}
        {waiting > 0 && t('{numbers} will go out when there is a line. ', { numbers: plural(waiting, 'number') })}
        {clips.length > 0 && t('{clipsGone} of {clips} sent. ', { clipsGone, clips: plural(clips.length, 'clip') })}
        {practice ? '' : logGone ? t('The log of this session is sent.') : t('The log of this session waits.')}
      </p>
      <Outbox />
      {!(practice && given.length === 0) && (
        <section>
          <h2>{t('What your coach sees')}</h2>
          <p>
            {practice
              ? t('Which drill you practiced, and your numbers; never where you were.')
              : t(
                  'Your numbers{mayFilm}, which drills you did, and that our clock ran; never where you were. The answer comes in a line on My feet.',
                  { mayFilm: mayFilm ? t(', your clips') : '' },
                )}
          </p>
        </section>
      )}
      {practice && (
        <Button size="player" onClick={() => window.location.reload()}>
          {t('Once more')}
        </Button>
      )}
      <ButtonLink href="/week" look="main" size="player">
        {t('Back to This week')}
      </ButtonLink>
      <ButtonLink href="/feet" size="player">
        {t('My feet')}
      </ButtonLink>
    </main>
  );
}
