import { Check } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { useForm } from '../../client/use-form.ts';
import { dayInWords, footInWords, number, whenInWords } from '../../client/words.ts';
import { invitationsApi } from '../../contract/invitations.ts';
import { type Child, type FamilyPage, screensApi } from '../../contract/screens.ts';
import { trainingApi } from '../../contract/training.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Empty, Field, Fold, Form, Notice } from '../../ui/parts/index.ts';
import { HomeScreen } from '../accounts/HomeScreen.tsx';
import { ClipVideo } from '../clips/ClipVideo.tsx';
import { DeleteClip } from '../clips/DeleteClip.tsx';
import { LetterBox } from '../letters/LetterBox.tsx';
import { PostChoicesBox } from '../letters/PostChoicesBox.tsx';
import { Lines } from '../progress/Lines.tsx';
import { ChildAccess } from '../squads/ChildAccess.tsx';
import { ChildKept, ChildLeaving } from '../squads/ChildKept.tsx';
import { Feeds } from '../weeks/Feeds.tsx';
import { ChildGlance } from './ChildGlance.tsx';

/** High enough for a thumb. */
const SUMMARY = 'min-h-11 cursor-pointer py-2.5';

/** Whether anything was answered to a permission yet. */
const isAnswered = (child: Child, kind: Child['consents'][number]['kind']) => child.consents.some((one) => one.kind === kind);

/** What was said of one permission, with who, when and of which text. */
function SaidBefore({ child, kind }: { child: Child; kind: Child['consents'][number]['kind'] }) {
  const said = child.consents.filter((one) => one.kind === kind);
  if (said.length === 0) return null;
  return (
    <details>
      <summary className={SUMMARY}>{t('What was said, and when')}</summary>
      <ul className="text-dust text-sm">
        {said.map((one) => (
          <li key={one.at + String(one.yes)}>
            {t('{whenInWords}: {by} said {yes} (text {textVersion})', {
              whenInWords: whenInWords(one.at, child.timeZone),
              by: one.by,
              yes: one.yes ? t('yes') : t('no'),
              textVersion: one.textVersion,
            })}
          </li>
        ))}
      </ul>
    </details>
  );
}

interface Asked {
  child: Child;
  text: string;
  onSay(yes: boolean): void;
}

/** What was answered, where the eyes and a screen reader go once it was. */
function Answer({ words, good = false }: { words: string; good?: boolean }) {
  const line = useRef<HTMLParagraphElement>(null);
  const before = useRef(words);
  useEffect(() => {
    if (before.current !== words) line.current?.focus();
    before.current = words;
  }, [words]);
  return (
    <p ref={line} tabIndex={-1} role="status" className={`font-semibold ${good ? 'text-moss' : ''}`}>
      {words}
    </p>
  );
}

/** “No clips” says first what goes with it. */
function NoClips({ child, onSay }: Pick<Asked, 'child' | 'onSay'>) {
  const [asked, setAsked] = useState(false);
  const saidNo = !child.clipsAllowed && isAnswered(child, 'clips');
  if (!asked)
    return (
      <Button size="player" aria-pressed={!child.clipsAllowed} onClick={() => (child.clipsAllowed ? setAsked(true) : onSay(false))}>
        {saidNo && <Check aria-hidden className="size-5" />} {t('No clips')}
      </Button>
    );
  const n = child.clips.length;
  return (
    <section className="flex w-full flex-col gap-2" aria-label={t('Take the clips back')}>
      <p>
        {t('{n} Filming is not offered any more. Numbers, streaks and the coach’s lines stay.', {
          n:
            n === 0
              ? t('No clip is kept now.')
              : t(
                  '{n, plural, one {# clip of {nickname} is} other {# clips of {nickname} are}} hidden from the coaches at once and deleted within a day.',
                  {
                    n,
                    nickname: child.nickname,
                  },
                ),
        })}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          autoFocus
          size="player"
          look="stop"
          onClick={() => {
            setAsked(false);
            onSay(false);
          }}
        >
          {t('Yes, no clips')}
        </Button>
        <Button size="player" onClick={() => setAsked(false)}>
          {t('Leave it as it is')}
        </Button>
      </div>
    </section>
  );
}

function Consent({ child, text, textVersion, onSay }: Asked & { textVersion: number }) {
  const newest = child.consents.find((one) => one.kind === 'clips');
  const isOlder = child.clipsAllowed && newest !== undefined && newest.textVersion < textVersion;
  const saidOfClips = isAnswered(child, 'clips');
  return (
    <Fold
      label={t('Clips of {nickname}', { nickname: child.nickname })}
      heading={t('May {nickname} film single goes?', { nickname: child.nickname })}
      says={child.clipsAllowed ? t('yes') : saidOfClips ? t('no') : t('please answer')}
      open={!saidOfClips || isOlder}
    >
      <p>{text}</p>
      <Answer
        good={child.clipsAllowed}
        words={
          child.clipsAllowed
            ? t('You said yes: filming is offered.')
            : saidOfClips
              ? t('You said no: filming is not offered.')
              : t('You have not said yes yet: filming is not offered.')
        }
      />
      {isOlder && (
        <Notice>
          {t('Your yes was to an earlier text, which said nothing of sound: clips are filmed without it until you say yes again.')}
        </Notice>
      )}
      <div className="flex flex-wrap gap-3">
        <Button size="player" look={child.clipsAllowed ? 'plain' : 'main'} aria-pressed={child.clipsAllowed} onClick={() => onSay(true)}>
          {child.clipsAllowed && <Check aria-hidden className="size-5" />} {t('Yes, clips are fine')}
        </Button>
        <NoClips child={child} onSay={onSay} />
      </div>
      <SaidBefore child={child} kind="clips" />
    </Fold>
  );
}

/** Who had a clip, and when. */
function ClipViews({ views, timeZone }: { views: Child['clips'][number]['views']; timeZone: string }) {
  const watched = views.filter((view) => view.kind === 'watched');
  if (views.length === 0) return <p className="text-dust text-sm">{t('Nobody has watched it yet.')}</p>;
  return (
    <details className="text-sm">
      <summary className={SUMMARY}>
        {watched.length > 0 ? t('Who watched it ({watched})', { watched: watched.length }) : t('Opened, but not played yet')}
      </summary>
      <ul>
        {views.map((view) => (
          <li key={`${view.at}-${view.kind}-${view.who}`}>
            <span className="text-dust">{whenInWords(view.at, timeZone)}</span> {view.who}{' '}
            {view.kind === 'watched' ? t('watched {seconds} s', { seconds: number(view.seconds ?? 0) }) : t('opened it')}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Whether the child stands in the squad's tables: a guardian can take it out, and put it back. */
function TableConsent({ child, text, onSay }: Asked) {
  return (
    <Fold
      label={t('Tables and {nickname}', { nickname: child.nickname })}
      heading={t('May {nickname} stand in the squad’s tables?', { nickname: child.nickname })}
      says={child.inTables ? t('yes') : t('no')}
    >
      <p>{text}</p>
      <Answer
        words={`${child.tableSchool === 'off' ? t('The squad’s tables are off just now. ') : ''}${
          child.inTables ? t('Your child may stand in them.') : t('Your child is out of them.')
        }`}
      />
      <div className="flex flex-wrap gap-3">
        <Button size="player" aria-pressed={child.inTables} onClick={() => onSay(true)}>
          {child.inTables && <Check aria-hidden className="size-5" />} {t('Yes, in the tables')}
        </Button>
        <Button size="player" aria-pressed={!child.inTables} onClick={() => onSay(false)}>
          {!child.inTables && <Check aria-hidden className="size-5" />} {t('Out of the tables')}
        </Button>
      </div>
      <SaidBefore child={child} kind="table" />
    </Fold>
  );
}

function Letters({ child }: { child: Child }) {
  return (
    <Fold
      label={t('Letters about {nickname}', { nickname: child.nickname })}
      heading={t('Letters')}
      says={
        child.letters[0]
          ? t('{letters}, the newest {whenInWords}', {
              letters: child.letters.length,
              whenInWords: whenInWords(child.letters[0].at, child.timeZone),
            })
          : t('none yet')
      }
    >
      {child.letters.length === 0 && <p className="text-dust">{t('The first summary comes on the Monday after the first week.')}</p>}
      <ul className="divide-y divide-joint">
        {child.letters.map((letter) => (
          <li key={letter.id} className="py-1">
            <details>
              <summary className={SUMMARY}>
                {letter.subject} <span className="text-dust text-sm">{whenInWords(letter.at, child.timeZone)}</span>
              </summary>
              <LetterBox letter={letter} />
            </details>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

function ClipList({ child, onDelete }: { child: Child; onDelete(id: string): void }) {
  return (
    <Fold
      label={t('Kept clips of {nickname}', { nickname: child.nickname })}
      heading={t('Clips that are kept ({clips})', { clips: child.clips.length })}
    >
      {child.clips.length === 0 && <p className="text-dust">{t('No clip of {nickname} is kept.', { nickname: child.nickname })}</p>}
      <ul className="grid gap-4 sm:grid-cols-2">
        {child.clips.map((clip) => (
          <li key={clip.id} className="flex flex-col gap-2">
            <ClipVideo
              src={`/api/v1/clips/${clip.id}/file`}
              preload="metadata"
              className="aspect-video w-full"
              label={t('Clip: {drillName}', { drillName: clip.drillName })}
            />
            <p>
              {clip.drillName}
              {clip.foot === 'both' ? '' : `, ${footInWords(clip.foot)}`} · {number(clip.seconds)} s
              <span className="block text-dust text-sm">
                {t('sent {whenInWords} · gone by {dayInWords}', {
                  whenInWords: whenInWords(clip.at, child.timeZone),
                  dayInWords: dayInWords(clip.goneOn),
                })}
              </span>
            </p>
            <ClipViews views={clip.views} timeZone={child.timeZone} />
            <DeleteClip onDelete={() => onDelete(clip.id)} />
          </li>
        ))}
      </ul>
    </Fold>
  );
}

/** Whether letters about the child may be mailed. They lie on this page either way. */
function PostConsent({ child, text, onSay }: Asked) {
  return (
    <Fold
      label={t('Mail about {nickname}', { nickname: child.nickname })}
      heading={t('May letters about {nickname} be mailed to you?', { nickname: child.nickname })}
      says={child.mayPost ? t('yes') : isAnswered(child, 'post') ? t('no') : t('please choose')}
      open={!child.mayPost && !isAnswered(child, 'post')}
    >
      <p>{text}</p>
      <Answer words={child.mayPost ? t('You said yes: letters are mailed.') : t('Letters stay on this page.')} />
      <div className="flex flex-wrap gap-3">
        <Button size="player" aria-pressed={child.mayPost} onClick={() => onSay(true)}>
          {child.mayPost && <Check aria-hidden className="size-5" />} {t('Yes, mail them')}
        </Button>
        <Button size="player" aria-pressed={!child.mayPost} onClick={() => onSay(false)}>
          {!child.mayPost && <Check aria-hidden className="size-5" />} {t('Only on this page')}
        </Button>
      </div>
      <SaidBefore child={child} kind="post" />
    </Fold>
  );
}

/** Whether the child reads already: else its screens are pictures and sound. */
function Reading({ child, onSay }: { child: Child; onSay(pictures: boolean): void }) {
  return (
    <Fold
      label={t('How {nickname} reads', { nickname: child.nickname })}
      heading={t('Does {nickname} read already?', { nickname: child.nickname })}
      says={child.pictures ? t('pictures and sound') : t('words')}
    >
      <p>
        {t(
          'For who does not read yet, every screen becomes a picture, an ear that reads everything out, and three big buttons; numbers are tapped. A grown-up finds the words behind the glasses. Clips are filmed from the screens with words.',
        )}
      </p>
      <Answer words={child.pictures ? t('The screens are pictures and sound.') : t('The screens have words.')} />
      <div className="flex flex-wrap gap-3">
        <Button size="player" aria-pressed={!child.pictures} onClick={() => onSay(false)}>
          {!child.pictures && <Check aria-hidden className="size-5" />} {t('Yes, with words')}
        </Button>
        <Button size="player" aria-pressed={child.pictures} onClick={() => onSay(true)}>
          {child.pictures && <Check aria-hidden className="size-5" />} {t('Not yet: pictures and sound')}
        </Button>
      </div>
    </Fold>
  );
}

/** One more child, by the coach's one-time code. */
function ClaimBox() {
  const { field, refusal, busy, send } = useForm({ first: { code: '' }, schema: invitationsApi.claimMore.body });
  const claim = async () => {
    const done = await send((body) => call(invitationsApi.claimMore, {}, body));
    if (done) window.location.reload();
  };
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('One more child')}>
      <h2 className="text-lg">{t('One more child')}</h2>
      <Form className="flex flex-wrap items-end gap-3" onSend={claim}>
        <Field label={t('Code from the coach')} autoComplete="off" autoCapitalize="characters" {...field('code')} />
        <Button type="submit" disabled={busy}>
          {t('Connect')}
        </Button>
      </Form>
      {refusal && <Notice tone="stop">{refusal}</Notice>}
    </section>
  );
}

/** So many of the coach's lines are read at first. */
const NEWEST_LINES = 3;

/** The coach's lines: the newest ones, and the others behind a press. */
function CoachsLines({ child }: { child: Child }) {
  const [newest, others] = [child.lines.slice(0, NEWEST_LINES), child.lines.slice(NEWEST_LINES)];
  return (
    <section className="slab flex flex-col gap-1 p-4" aria-label={t('Lines to {nickname}', { nickname: child.nickname })}>
      <h3 className="text-lg">{t('From the coach')}</h3>
      <Lines lines={newest} timeZone={child.timeZone} empty={t('No lines yet.')} />
      {others.length > 0 && (
        <details>
          <summary className={SUMMARY}>{t('All lines ({lines})', { lines: child.lines.length })}</summary>
          <Lines lines={others} timeZone={child.timeZone} empty="" />
        </details>
      )}
    </section>
  );
}

interface OfChild {
  family: FamilyPage;
  child: Child;
  put(child: Child): void;
  attempt: ReturnType<typeof useAttempt>['attempt'];
}

function ChildPage({ family, child, put, attempt }: OfChild) {
  const say = (kind: 'clips' | 'table' | 'post', textVersion: number) => (yes: boolean) =>
    void attempt(async () => put(await call(screensApi.consent, { player: child.playerId }, { id: uuid(), kind, yes, textVersion })));
  const remove = (id: string) =>
    void attempt(async () => {
      await call(trainingApi.deleteClip, { clip: id });
      put({ ...child, clips: child.clips.filter((clip) => clip.id !== id) });
    });
  const header = (
    <header>
      <h2 className="text-2xl">{child.nickname}</h2>
      <p className="text-dust">{child.squads.join(', ')}</p>
    </header>
  );
  if (child.leaving)
    return (
      <section className="flex flex-col gap-4" aria-label={child.nickname}>
        {header}
        <ChildLeaving child={child} leaving={child.leaving} onUndone={() => window.location.reload()} />
      </section>
    );
  return (
    <section className="flex flex-col gap-4" aria-label={child.nickname}>
      {header}
      {!child.inSquad && (
        <Notice>{t('{nickname} is in no squad now. What was done is kept here for you.', { nickname: child.nickname })}</Notice>
      )}
      {child.hurts.length > 0 && (
        <section
          className="slab border-l-4 border-l-mustard p-4"
          aria-label={t('{nickname} stopped because something hurt', { nickname: child.nickname })}
        >
          <h3 className="text-lg">{t('{nickname} stopped because something hurt', { nickname: child.nickname })}</h3>
          <ul className="flex flex-col gap-1">
            {child.hurts.map((one) => (
              <li key={one.at}>
                {t('{whenInWords}, in “{session}”.', { whenInWords: whenInWords(one.at, child.timeZone), session: one.session })}{' '}
                <span className="text-dust">
                  {one.seenAt
                    ? t('The coach saw it {whenInWords}.', { whenInWords: whenInWords(one.seenAt, child.timeZone) })
                    : t('The coach is told, and has not seen it yet.')}
                </span>
              </li>
            ))}
          </ul>
          <p>{t('Ask how it is before the next session. Pain that stays belongs before a doctor, whose word goes first.')}</p>
        </section>
      )}
      {child.together.map((one) => (
        <p key={one.id} className="border-lace border-s-8 bg-slab px-3 py-2">
          <b>{t('Together')}</b>: {one.name}, {whenInWords(one.startsAt, child.timeZone)},{' '}
          {t('about {minutes}', { minutes: plural(one.minutes, 'minute') })}.{' '}
          {t(
            '{nickname} joins from This week; the call is the coach’s own. Nobody from outside, no chat, no pictures, and nothing is recorded but the numbers.',
            {
              nickname: child.nickname,
            },
          )}
        </p>
      ))}
      {child.week && <ChildGlance week={child.week} streak={child.streak} timeZone={child.timeZone} nickname={child.nickname} />}
      <CoachsLines child={child} />
      <Consent
        child={child}
        text={family.consentText}
        textVersion={family.consentTextVersion}
        onSay={say('clips', family.consentTextVersion)}
      />
      <TableConsent child={child} text={family.tableText} onSay={say('table', family.tableTextVersion)} />
      <PostConsent child={child} text={family.postText} onSay={say('post', family.postTextVersion)} />
      <Reading
        child={child}
        onSay={(pictures) =>
          void attempt(async () => {
            const said = await call(screensApi.playerReading, { squad: child.squadId, player: child.playerId }, { pictures });
            put({ ...child, ...said });
          })
        }
      />
      <ClipList child={child} onDelete={remove} />
      <Letters child={child} />
      <ChildAccess
        playerId={child.playerId}
        nickname={child.nickname}
        squad={child.squads.join(', ')}
        timeZone={child.timeZone}
        requests={child.guardianRequests}
      />
      {child.inSquad && (
        <>
          <Feeds
            squad={child.squadId}
            timeZone={child.timeZone}
            player={{ id: child.playerId, nickname: child.nickname }}
            first={child.feeds}
          />
          <Fold label={t('The history of {nickname}', { nickname: child.nickname })} heading={t('Every number, as a file')}>
            <p className="text-dust text-sm">{t('Scores, records, sessions, streak and pauses, as JSON.')}</p>
            <ButtonLink href={`/api/v1/squads/${child.squadId}/players/${child.playerId}/history`} className="self-start">
              {t('Take it along')}
            </ButtonLink>
          </Fold>
        </>
      )}
      <ChildKept child={child} onLeaving={(leaving) => put({ ...child, leaving })} />
    </section>
  );
}

/** The guardian's page: permissions, what is kept, every line exchanged, how the child gets in, download and deletion, a child at a time. */
export const FamilyView = guarded(function FamilyView({ family }: { family: FamilyPage }) {
  const [children, setChildren] = useState(family.children);
  const { problem, attempt } = useAttempt();
  const put = (child: Child) => setChildren((all) => all.map((one) => (one.playerId === child.playerId ? child : one)));
  return (
    <div className="flex flex-col gap-6">
      <h1>{family.name}</h1>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <HomeScreen />
      {family.asked > 0 && (
        <Notice tone="look">
          {t(
            'You asked to be a guardian of a child that has one already. That guardian says yes or no on the own family page; look here again then.',
          )}
        </Notice>
      )}
      {children.length === 0 && family.asked === 0 && (
        <Empty scene="nobody">{t('No child is connected with this account yet. Ask the coach for a code.')}</Empty>
      )}
      {children.map((child) => (
        <ChildPage key={child.playerId} family={family} child={child} put={put} attempt={attempt} />
      ))}
      {children.some((child) => child.mayPost) && (
        <section className="slab flex flex-col gap-2 p-4" aria-label={t('What is mailed to you')}>
          <h2 className="text-lg">{t('What is mailed to you')}</h2>
          {family.mail === 'local mailbox' && (
            <p className="text-dust text-sm">
              {t('This house has no mail service: mails lie in its local mailbox, and letters on this page.')}
            </p>
          )}
          <PostChoicesBox first={family.post} summaries="The summary of the week, on Monday" reminders />
        </section>
      )}
      <ClaimBox />
    </div>
  );
});
