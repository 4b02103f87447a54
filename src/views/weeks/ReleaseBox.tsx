import { useState } from 'react';
import { call, type FieldToMend, ServerProblem, sentenceOf } from '../../client/client.ts';
import { whenInWords } from '../../client/words.ts';
import { type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Notice } from '../../ui/parts/index.ts';

interface Props {
  week: WeekDetail;
  /** How many checks keep the week from being released. */
  blocked: number;
  saveNow(): Promise<boolean>;
  onReleased(week: WeekDetail): void;
}

/** Day and hour of an instant in a squad's zone, as fields have them. */
function localHour(at: number, timeZone: string): { day: string; time: string } {
  const words = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(at);
  const [day = '', time = ''] = words.split(' ');
  return { day, time };
}

function stateSentence(week: WeekDetail): string {
  const at = (instant: number | null) => (instant === null ? '' : whenInWords(instant, week.timeZone));
  switch (week.state) {
    case 'draft':
      return t('Not released yet: no player sees it.');
    case 'released':
      return t('Released{surprise}: opens {at}.', { surprise: week.surprise ? t(' as a surprise') : '', at: at(week.opensAt) });
    case 'open':
      return t('Open until {at}.', { at: at(week.closesAt) });
    case 'closed':
      return t('Closed since {at}.', { at: at(week.closesAt) });
  }
}

/** Release: now, or at an hour of a day in the squad's time zone. After a release, changes need another one. */
export function ReleaseBox({ week, blocked, saveNow, onReleased }: Props) {
  // A week that has an hour already starts from it: a second release of a surprise must not open it before.
  const at = week.state === 'released' && week.opensAt !== null ? localHour(week.opensAt, week.timeZone) : null;
  const [day, setDay] = useState(at?.day ?? week.startsOn);
  const [time, setTime] = useState(at?.time ?? '06:00');
  const [problems, setProblems] = useState<FieldToMend[]>([]);
  const [done, setDone] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [surprise, setSurprise] = useState(week.surprise);
  const release = async (now: boolean) => {
    setBusy(true);
    setProblems([]);
    setDone(null);
    const [hour, minute] = time.split(':').map(Number);
    const when = now ? { kind: 'now' as const } : { kind: 'at' as const, day, hour: hour ?? 6, minute: minute ?? 0 };
    try {
      if (await saveNow()) {
        const released = await call(weeksApi.release, { week: week.id }, { when, surprise: !now && surprise });
        onReleased(released);
        setDone(
          released.state === 'open'
            ? t('Released. Players see it now.')
            : t('Released. Opens {whenInWords}.', { whenInWords: whenInWords(released.opensAt ?? 0, week.timeZone) }),
        );
      }
    } catch (error) {
      const fields = error instanceof ServerProblem ? error.fields : [];
      setProblems(fields.length > 0 ? fields : [{ field: '', sentence: sentenceOf(error) }]);
    }
    setBusy(false);
  };
  const takeBack = async () => {
    setBusy(true);
    setProblems([]);
    setDone(null);
    try {
      onReleased(await call(weeksApi.takeBack, { week: week.id }));
      setDone(t('Taken back. The week is a draft again.'));
    } catch (error) {
      setProblems([{ field: '', sentence: sentenceOf(error) }]);
    }
    setBusy(false);
  };
  const keepsSurprise = surprise && week.state !== 'open';
  const now = (
    <Button look={keepsSurprise ? 'plain' : 'main'} disabled={busy || blocked > 0} onClick={() => void release(true)}>
      {keepsSurprise ? t('Open it now: no surprise') : t('Release now')}
    </Button>
  );
  return (
    <section id="release" className="slab flex flex-col gap-3 p-4" aria-label={t('Release')}>
      <h2>{t('Release')}</h2>
      <p className="text-dust">
        {stateSentence(week)}
        {week.changed && t(' Changed since: release again to show players the change.')}
      </p>
      {problems.map((problem) => (
        <Notice key={problem.sentence} tone="stop">
          {problem.sentence}
        </Notice>
      ))}
      {done && <Notice tone="done">{done}</Notice>}
      {blocked > 0 && (
        <Notice tone="look">
          {t('{blocked} this week from being released.', {
            blocked: blocked === 1 ? t('One check keeps') : t('{blocked} checks keep', { blocked }),
          })}
        </Notice>
      )}
      {!keepsSurprise && now}
      <div className="grid gap-2">
        <Field label={t('Day')} type="date" value={day} onChange={(event) => setDay(event.target.value)} />
        <Field label={t('Hour')} type="time" value={time} onChange={(event) => setTime(event.target.value)} />
      </div>
      <label className="flex items-center gap-2">
        <input type="checkbox" className="size-5" checked={surprise} onChange={(event) => setSurprise(event.target.checked)} />
        {t('A surprise: hidden from players until it opens')}
      </label>
      <Button look={keepsSurprise ? 'main' : 'plain'} disabled={busy || blocked > 0} onClick={() => void release(false)}>
        {keepsSurprise ? t('Release it as a surprise') : t('Release at this hour')}
      </Button>
      {keepsSurprise && now}
      {week.state === 'released' && (
        <Button disabled={busy} onClick={() => void takeBack()}>
          {t('Take the release back')}
        </Button>
      )}
      {(week.state === 'open' || week.state === 'released') && (
        <ButtonLink href={`/coach/${week.squadId}/together?session=${week.plan.sessions[0]?.id ?? ''}`}>
          {t('Do it together, live')}
        </ButtonLink>
      )}
      <p className="text-dust text-sm">{t('Hours are {timeZone} time.', { timeZone: week.timeZone })}</p>
    </section>
  );
}
