import { Check, CheckCheck, CirclePlay, Hand, HeartPulse, Pause, Users, WifiOff } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { footInWords, number, whenInWords } from '../../client/words.ts';
import type { TogetherScene } from '../../contract/together.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import { plural, t } from '../../core/text/translate.ts';
import { SmallSoon } from '../../ui/notations/moves/StageSoon.tsx';
import { Button, Notice } from '../../ui/parts/index.ts';
import { Coming, HowTo } from '../training/HowTo.tsx';
import type { GateProps } from '../training/live.ts';
import { PictureScreen, type Press } from '../training/pictures/PictureScreen.tsx';

/** What is seen of the others after a go, by the squad’s own choice. */
function SquadScene({ scene, me }: { scene: TogetherScene; me: string }) {
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

/** What is waited for, in one sentence. */
function waitWords({ live, waits, isReady, drill }: Pick<GateProps, 'live' | 'waits' | 'isReady' | 'drill'>): string {
  const begun = live.scene !== null && live.scene.go !== null;
  if (waits) return t('The squad is in the middle of a go. You join the next one.');
  if (!live.isOnLine) return t('No line just now');
  if (live.asksReady && !isReady) return t('Everybody ready?');
  if (!drill) return t('That was the last go. Your coach ends the evening, or does one once more.');
  if (begun || Date.now() >= live.startsAt) return live.setUp;
  return t('It begins {when}', { when: whenInWords(live.startsAt, live.timeZone) });
}

/** Says to the coach what this player does, and to the player, who stands two steps away, that everybody is asked. */
function useGate({ live, voice, isQuiet, stoppedAt, waits, isReady }: GateProps): void {
  const { isOnLine, asksReady, say } = live;
  const isStopped = stoppedAt !== null;
  // Whoever comes back to the line is where the own screen says.
  useEffect(() => {
    if (isOnLine && !isStopped) say(waits ? 'waits' : isReady ? 'ready' : 'here');
  }, [isOnLine, isStopped, waits, isReady, say]);
  const quiet = useRef(isQuiet);
  quiet.current = isQuiet;
  useEffect(() => {
    if (asksReady && !quiet.current) voice.tell(t('Everybody ready?'), 'set-up');
  }, [asksReady, voice]);
}

/** The clock stands by the coach’s word. Without a line one may go on alone. */
function Stopped({ live, stoppedAt, onAlone, onHurt }: Pick<GateProps, 'live' | 'stoppedAt' | 'onAlone' | 'onHurt'>) {
  return (
    <div className="flex flex-1 flex-col justify-center gap-3">
      <h2 className="text-[40px]">{t('Your coach stopped the clock')}</h2>
      <p className="text-xl">{stoppedAt}</p>
      {!live.isOnLine && (
        <>
          <Notice tone="look">{t('No line just now')}</Notice>
          <Button size="clock" look="main" className="flex-none" onClick={onAlone}>
            {t('Go on alone')}
          </Button>
        </>
      )}
      <Button size="clock" look="stop" className="flex-none" onClick={onHurt}>
        {t('Something hurts')}
      </Button>
    </div>
  );
}

/** Between two goes of a live evening: what comes, who is there, and the wait for the coach. Without a line one may go on alone. */
export function SquadGate(props: GateProps) {
  const { live, stoppedAt, me, drill, foot, stronger, shown, beat, isLeftOut, waits, isReady, onReady, children, onAlone, onLeave } = props;
  const { scene, isOnLine } = live;
  const [looks, setLooks] = useState(false);
  useGate(props);
  if (stoppedAt !== null) return <Stopped {...props} />;
  return (
    <div className="flex flex-1 flex-col gap-3">
      <div role="status">
        <h2 className="text-3xl">{waitWords(props)}</h2>
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
          {isLeftOut && (
            <Notice tone="look">{t('This one cannot be done at your home. Stay here; your coach goes on with the next one.')}</Notice>
          )}
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

/** The same in pictures: the drill that comes, moving, and one big tick. */
export function PictureGate(props: GateProps) {
  const { live, stoppedAt, drill, foot, stronger, waits, isReady, onReady, onAlone, onHurt, onLeave } = props;
  useGate(props);
  const alone: Press = { icon: CirclePlay, words: t('Go on alone'), look: 'main', onPress: onAlone };
  const ready: Press = {
    icon: isReady ? CheckCheck : Check,
    words: isReady ? t('You are ready') : t('I am ready'),
    onPress: () => onReady(!isReady),
  };
  const isAlone = !live.isOnLine && (drill !== undefined || stoppedAt !== null);
  const words = stoppedAt === null ? waitWords(props) : t('Your coach stopped the clock');
  return (
    <PictureScreen
      words={[words, drill && t('Next: {name}', { name: drill.name })].filter(Boolean).join('. ')}
      presses={[
        stoppedAt === null
          ? { icon: Hand, words: t('Stop'), onPress: onLeave }
          : { icon: HeartPulse, words: t('Something hurts'), look: 'stop', onPress: onHurt },
        ...(isAlone
          ? [alone]
          : stoppedAt === null && live.isOnLine && !waits
            ? [{ ...ready, look: isReady ? 'plain' : 'main' } as Press]
            : []),
      ]}
    >
      <h2 className="sr-only">{words}</h2>
      {stoppedAt === null && drill?.moves ? (
        <SmallSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} className="min-h-0 w-full max-w-sm flex-1" />
      ) : (
        <Pause aria-hidden className="size-28 text-dust" />
      )}
    </PictureScreen>
  );
}
