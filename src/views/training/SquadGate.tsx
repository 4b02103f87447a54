import { Check, Users, WifiOff } from 'lucide-react';
import { useEffect, useState } from 'react';
import { footInWords, number, whenInWords } from '../../client/words.ts';
import type { TogetherScene } from '../../contract/together.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { Coming, HowTo } from './HowTo.tsx';
import type { GateProps } from './use-follow.ts';

/** What is seen of the others after a go, by the squad’s own choice. */
export function SquadScene({ scene, me }: { scene: TogetherScene; me: string }) {
  if (scene.go === null) return null;
  const others = scene.lines.length > 0;
  return (
    <section className="slab flex flex-col gap-1 p-3" aria-label={t('The squad')} data-testid="squad-scene">
      <p className="flex items-center gap-2 text-lg">
        <Users aria-hidden className="size-5" /> {t('{sent} of {of} have sent.', { sent: scene.sent, of: scene.of })}
      </p>
      {others && (
        <>
          <p className="text-dust text-sm">{scene.school === 'scores' ? t('On top') : t('Beat the own number')}</p>
          <ul className="flex flex-wrap gap-x-4 text-lg">
            {scene.lines.map((line) => (
              <li key={line.playerId} className={line.playerId === me ? 'font-bold text-lace' : ''}>
                {line.nickname}
                {line.result !== null && ` ${number(line.result)}`}
                {line.result !== null && line.foot !== 'both' && ` (${footInWords(line.foot)})`}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** Between two goes of a live evening: what comes, who is there, and the wait for the coach. Without a line one may go on alone. */
export function SquadGate({
  live,
  stoppedAt,
  onHurt,
  me,
  drill,
  foot,
  stronger,
  shown,
  beat,
  lacking,
  waits,
  isReady,
  onReady,
  children,
  onAlone,
  onLeave,
}: GateProps) {
  const { scene, isOnLine, asksReady, say } = live;
  const [looks, setLooks] = useState(false);
  const begun = scene !== null && scene.go !== null;
  // Each go is said ready for anew; who comes back to the line is where the own screen says.
  // biome-ignore lint/correctness/useExhaustiveDependencies: said anew with each of these.
  useEffect(() => {
    if (isOnLine && stoppedAt === null) say(waits ? 'waits' : isReady ? 'ready' : 'here');
  }, [isOnLine, waits, isReady]);
  if (stoppedAt !== null)
    return (
      <div className="flex flex-1 flex-col justify-center gap-3">
        <h2 className="text-[40px]">{t('Your coach stopped the clock')}</h2>
        <p className="text-xl">{stoppedAt}</p>
        <Button size="clock" look="stop" className="flex-none" onClick={onHurt}>
          {t('Something hurts')}
        </Button>
      </div>
    );
  return (
    <div className="flex flex-1 flex-col gap-3">
      <div role="status">
        <h2 className="text-3xl">
          {waits
            ? t('The squad is in the middle of a go. You join the next one.')
            : !isOnLine
              ? t('No line just now')
              : asksReady && !isReady
                ? t('Everybody ready?')
                : !drill
                  ? t('That was the last go. Your coach ends the evening, or does one once more.')
                  : begun || Date.now() >= live.startsAt
                    ? t('Your coach begins the next go')
                    : t('It begins {when}', { when: whenInWords(live.startsAt, live.timeZone) })}
        </h2>
      </div>
      {drill && (
        <>
          <p className="text-2xl">
            {t('Next: {name}', { name: drill.name })}
            {beat && <span className="font-bold text-lace"> · {beat}</span>}
          </p>
          <Coming drill={drill} foot={foot} stronger={stronger} />
          <p className="text-lg">
            <b>{t('Counts:')}</b> {drill.counting.counts}
          </p>
          {lacking && <Notice tone="look">{lacking}</Notice>}
        </>
      )}
      {isOnLine && !waits && (
        <Button
          size="clock"
          look={isReady || !drill ? 'plain' : 'main'}
          aria-pressed={isReady}
          className="max-h-[160px] min-h-[96px] font-display text-3xl!"
          onClick={() => onReady(!isReady)}
        >
          {isReady && <Check aria-hidden className="size-8 text-moss" />} {isReady ? t('You are ready') : t('I am ready')}
        </Button>
      )}
      {!isOnLine && (
        <>
          <Notice tone="look">
            <WifiOff aria-hidden className="inline size-5" />{' '}
            {t(
              'You can go on alone by the same clock. Your numbers are kept here, and you are back with the squad as soon as the line is.',
            )}
          </Notice>
          {drill && (
            <Button size="clock" look="main" className="flex-none" onClick={onAlone}>
              {t('Begin this go alone')}
            </Button>
          )}
        </>
      )}
      {children}
      {scene && <SquadScene scene={scene} me={me} />}
      {scene && <p className="text-dust">{t('{on} are here.', { on: plural(scene.on, 'player') })}</p>}
      <div className="flex flex-wrap gap-3">
        {!drill && (
          <Button size="player" onClick={onAlone}>
            {t('I have to go: finish here')}
          </Button>
        )}
        {drill?.moves && (
          <Button size="player" onClick={() => setLooks(true)}>
            {t('How does it go?')}
          </Button>
        )}
        <Button size="player" onClick={onLeave}>
          {t('Pause')}
        </Button>
      </div>
      {drill && looks && <HowTo drill={drill} foot={foot} stronger={stronger} shown={shown} onClose={() => setLooks(false)} />}
    </div>
  );
}
