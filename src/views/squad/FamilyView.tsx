import { Check } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { go } from '../../contract/go.ts';
import { type Child, type Family, squad } from '../../contract/squad.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { call, sentenceOf } from '../client.ts';
import { DeleteClip } from '../DeleteClip.tsx';
import { Lines } from '../progress/Lines.tsx';
import { Feeds } from '../weeks/Feeds.tsx';
import { dayInWords, footInWords, number, plural, whenInWords } from '../words.ts';

function Consent({ child, text, onSay }: { child: Child; text: string; onSay(yes: boolean): void }) {
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={`Clips of ${child.nickname}`}>
      <h3 className="text-lg">May {child.nickname} film single goes?</h3>
      <p>{text}</p>
      <p className={`font-semibold ${child.clipsAllowed ? 'text-moss' : ''}`}>
        {child.clipsAllowed
          ? 'You said yes: filming is offered.'
          : child.consents.length > 0
            ? 'You said no: filming is not offered.'
            : 'You have not said yes yet: filming is not offered.'}
      </p>
      <div className="flex flex-wrap gap-3">
        <Button size="player" look={child.clipsAllowed ? 'plain' : 'main'} aria-pressed={child.clipsAllowed} onClick={() => onSay(true)}>
          {child.clipsAllowed && <Check aria-hidden className="size-5" />} Yes, clips are fine
        </Button>
        <Button size="player" aria-pressed={!child.clipsAllowed} onClick={() => onSay(false)}>
          {!child.clipsAllowed && child.consents.length > 0 && <Check aria-hidden className="size-5" />} No clips
        </Button>
      </div>
      {child.consents.length > 0 && (
        <details>
          <summary>What was said, and when</summary>
          <ul className="text-dust text-sm">
            {child.consents.map((one) => (
              <li key={one.at + String(one.yes)}>
                {whenInWords(one.at, child.timeZone)}: {one.by} said {one.yes ? 'yes' : 'no'} (text {one.textVersion})
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function ClipList({ child, onDelete }: { child: Child; onDelete(id: string): void }) {
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={`Kept clips of ${child.nickname}`}>
      <h3 className="text-lg">Clips that are kept ({child.clips.length})</h3>
      {child.clips.length === 0 && <p className="text-dust">No clip of {child.nickname} is kept.</p>}
      <ul className="grid gap-4 sm:grid-cols-2">
        {child.clips.map((clip) => (
          <li key={clip.id} className="flex flex-col gap-2">
            {/* biome-ignore lint/a11y/useMediaCaption: clips of feet have no words to caption. */}
            <video
              src={`/api/v1/clips/${clip.id}/file`}
              controls
              preload="metadata"
              playsInline
              className="aspect-video w-full bg-ink"
              aria-label={`Clip: ${clip.drillName}`}
            />
            <p>
              {clip.drillName}
              {clip.foot === 'both' ? '' : `, ${footInWords(clip.foot)}`} · {number(clip.seconds)} s
              <span className="block text-dust text-sm">
                sent {whenInWords(clip.at, child.timeZone)} · watched {plural(clip.views, 'time')} · gone by {dayInWords(clip.goneOn)}
              </span>
            </p>
            <DeleteClip onDelete={() => onDelete(clip.id)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The guardian's page: yes or no to clips, the clips that are kept, and every line exchanged, a child at a time. */
export function FamilyView({ family }: { family: Family }) {
  const [children, setChildren] = useState(family.children);
  const [problem, setProblem] = useState<string | null>(null);
  const put = (child: Child) => setChildren((all) => all.map((one) => (one.playerId === child.playerId ? child : one)));
  const attempt = async (work: () => Promise<void>) => {
    setProblem(null);
    try {
      await work();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const say = (child: Child, yes: boolean) =>
    attempt(async () =>
      put(
        await call(squad.consent, { player: child.playerId }, { id: uuid(), kind: 'clips', yes, textVersion: family.consentTextVersion }),
      ),
    );
  const remove = (child: Child, id: string) =>
    attempt(async () => {
      await call(go.deleteClip, { clip: id });
      put({ ...child, clips: child.clips.filter((clip) => clip.id !== id) });
    });
  return (
    <div className="flex flex-col gap-6">
      <h1>{family.name}</h1>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {children.length === 0 && <Notice>No child is connected with this account yet. Ask the coach for a code.</Notice>}
      {children.map((child) => (
        <section key={child.playerId} className="flex flex-col gap-4" aria-label={child.nickname}>
          <header>
            <h2 className="text-2xl">{child.nickname}</h2>
            <p className="text-dust">
              {child.squads.join(', ')} · {child.streak.current} {child.streak.unit === 'week' ? 'weeks' : 'training days'} in a row
            </p>
          </header>
          {child.hurts.length > 0 && (
            <section className="slab border-l-4 border-l-mustard p-4" aria-label={`${child.nickname} stopped because something hurt`}>
              <h3 className="text-lg">{child.nickname} stopped because something hurt</h3>
              <ul className="flex flex-col gap-1">
                {child.hurts.map((one) => (
                  <li key={one.at}>
                    {whenInWords(one.at, child.timeZone)}, in “{one.session}”.{' '}
                    <span className="text-dust">
                      {one.seenAt
                        ? `The coach saw it ${whenInWords(one.seenAt, child.timeZone)}.`
                        : 'The coach is told, and has not seen it yet.'}
                    </span>
                  </li>
                ))}
              </ul>
              <p>Ask how it is before the next session. Pain that stays belongs before a doctor, whose word goes first.</p>
            </section>
          )}
          <Consent child={child} text={family.consentText} onSay={(yes) => void say(child, yes)} />
          <ClipList child={child} onDelete={(id) => void remove(child, id)} />
          <section className="slab p-4">
            <h3 className="text-lg">Every line from the coach</h3>
            <Lines lines={child.lines} timeZone={child.timeZone} empty="No lines yet." />
          </section>
          <Feeds
            squad={child.squadId}
            timeZone={child.timeZone}
            player={{ id: child.playerId, nickname: child.nickname }}
            first={child.feeds}
          />
        </section>
      ))}
    </div>
  );
}
