import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, NoAnswer, sentenceOf } from '../../client/client.ts';
import { changeRead, keepRead } from '../../client/device-store.ts';
import { guarded } from '../../client/guarded.tsx';
import { deviceNow } from '../../client/now.ts';
import { fresh, sendSoon } from '../../client/send-queue.ts';
import { type ThisWeek, trainingApi } from '../../contract/training.ts';
import { Home } from '../../core/drills/home-schema.ts';
import { KIT, type Kit, standInsInWords } from '../../core/drills/terms.ts';
import { stepFromHeight, stepFromTen, UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Notice } from '../../ui/parts/index.ts';
import { AtHomeNote } from './AtHome.tsx';
import { Choice } from './Choice.tsx';
import { useHere } from './here.ts';

const YARDS = [
  {
    get words() {
      return t('Small: a strip or a balcony, 3 × 2 m');
    },
    length: 3,
    width: 2,
  },
  {
    get words() {
      return t('Medium: a one-car driveway, 6 × 3 m');
    },
    length: 6,
    width: 3,
  },
  {
    get words() {
      return t('Large: room to run, 8 × 8 m');
    },
    length: 8,
    width: 8,
  },
];

const WORDS: Record<Exclude<Kit, 'wall'>, string> = {
  ball: english('a ball'),
  cones: english('cones'),
  'mini-goal': english('a mini-goal'),
  'tennis ball': english('a tennis ball'),
};

const FEET: { foot: StrongerFoot; words: string }[] = [
  {
    foot: 'left',
    get words() {
      return t('Left');
    },
  },
  {
    foot: 'right',
    get words() {
      return t('Right');
    },
  },
  {
    foot: 'both',
    get words() {
      return t('Not sure, both');
    },
  },
];

const STEPS = [english('Kit'), english('Wall'), english('Ground'), english('Foot'), english('Step')];

const numberOf = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** Which step a problem belongs to, so that it is shown there. */
const stepOf = (field: string): number => (field.startsWith('yard') ? 2 : field === 'step' ? 4 : 0);

/**
 * What a player says once: kit, wall, ground, stronger foot and step, one question at a time. All of it can be said anew;
 * each drill is then shown as it can be done there. Works without a line, and goes out later.
 */
export const HomeForm = guarded(function HomeForm({ visit, kept = false }: { visit: ThisWeek; kept?: boolean }) {
  const { home } = visit;
  const [at, setAt] = useState(0);
  const [has, setHas] = useState<Kit[]>(home?.has ?? ['ball']);
  const [cones, setCones] = useState(home?.cones ? String(home.cones) : '');
  const [wallSaid, setWallSaid] = useState(home !== null);
  const [length, setLength] = useState(home?.yard ? String(home.yard.length) : '');
  const [width, setWidth] = useState(home?.yard ? String(home.yard.width) : '');
  const [foot, setFoot] = useState<StrongerFoot>(visit.runner.strongerFoot);
  const [footSaid, setFootSaid] = useState(home !== null);
  const [ten, setTen] = useState('');
  const [height, setHeight] = useState('');
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<{ visit: ThisWeek; sent: boolean } | null>(null);
  const step = ten ? stepFromTen(numberOf(ten)) : height ? stepFromHeight(numberOf(height) / 100) : (home?.step ?? null);
  const toggle = (kit: Kit, on: boolean) => setHas(KIT.filter((one) => (one === kit ? on : has.includes(one))));
  useHere(visit, kept);

  const check = () => {
    const yard = length === '' && width === '' ? null : { length: numberOf(length), width: numberOf(width) };
    const parsed = Home.safeParse({ has, yard, step, cones: has.includes('cones') && cones.trim() !== '' ? numberOf(cones) : null });
    const found = Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [issue.path.join('.'), issue.message]));
    setProblems(found);
    return { parsed, found };
  };
  const next = () => {
    const { found } = check();
    if (Object.keys(found).every((field) => stepOf(field) !== at)) setAt(at + 1);
  };
  const save = async () => {
    const { parsed, found } = check();
    const wrong = Object.keys(found)[0];
    if (!parsed.success) {
      if (wrong) setAt(stepOf(wrong));
      return;
    }
    const body = { ...parsed.data, strongerFoot: foot, playerId: visit.playerId };
    const changed = { ...visit, home: parsed.data, runner: { ...visit.runner, strongerFoot: foot } };
    try {
      await call(trainingApi.home, {}, body);
      const now = await call(trainingApi.thisWeek, {});
      await keepRead(`visit:${visit.playerId}`, now, deviceNow()).catch(() => {});
      setSaid({ visit: now, sent: true });
    } catch (error) {
      if (!(error instanceof NoAnswer)) {
        setProblems({ all: sentenceOf(error) });
        return;
      }
      await sendSoon({ ...fresh(uuid(), t('What is at home')), kind: 'home', body });
      await changeRead<ThisWeek>(`visit:${visit.playerId}`, (now) => ({ ...now, home: changed.home, runner: changed.runner }));
      setSaid({ visit: changed, sent: false });
    }
  };

  if (said) {
    return (
      <main className="flex flex-col gap-4 p-4">
        <h1>{t('What is at home')}</h1>
        <Notice tone="done">
          {said.sent
            ? t('Kept. Each drill is shown as you can do it at home.')
            : t('Kept on this phone; it goes out when there is a line. Drills that need a swap are swapped then.')}
        </Notice>
        <AtHomeNote visit={said.visit} />
        <ButtonLink href="/week" look="main" size="player">
          {t('To This week')}
        </ButtonLink>
        <Button size="player" onClick={() => setSaid(null)}>
          {t('Change it')}
        </Button>
      </main>
    );
  }

  const last = at === STEPS.length - 1;
  return (
    <main className="flex flex-col gap-5 p-4">
      <header className="flex flex-col gap-2">
        <h1>{t('What is at home')}</h1>
        <nav aria-label={t('Questions')}>
          <ol className="grid grid-cols-5 gap-1">
            {STEPS.map((name, i) => (
              <li key={name}>
                <button
                  type="button"
                  aria-current={i === at ? 'step' : undefined}
                  onClick={() => setAt(i)}
                  className={`min-h-12 w-full border-t-4 text-sm ${i === at ? 'border-lace font-bold text-lace' : i < at ? 'border-moss' : 'border-joint'}`}
                >
                  {term(name)}
                </button>
              </li>
            ))}
          </ol>
        </nav>
        {kept && <p className="text-dust text-sm">{t('No connection: what you say is kept on this phone and goes out later.')}</p>}
      </header>
      {at === 0 && (
        <fieldset className="flex flex-col">
          <legend className="font-bold font-display text-2xl">{t('What have you got?')}</legend>
          {KIT.filter((kit) => kit !== 'wall').map((kit) => (
            <label key={kit} className="flex min-h-14 items-center gap-3 text-lg">
              <input
                type="checkbox"
                className="size-7"
                checked={has.includes(kit)}
                onChange={(event) => toggle(kit, event.target.checked)}
              />
              <span>
                {term(WORDS[kit])}
                {!has.includes(kit) && kit !== 'ball' && (
                  <span className="block text-dust text-sm">{t('No matter: {standInsOf}', { standInsOf: standInsInWords(kit) })}</span>
                )}
              </span>
            </label>
          ))}
          {has.includes('cones') && (
            <Field
              label={t('How many cones? (empty: plenty)')}
              inputMode="numeric"
              value={cones}
              problem={problems.cones}
              onChange={(event) => setCones(event.target.value)}
            />
          )}
        </fieldset>
      )}
      {at === 1 && (
        <fieldset className="flex flex-col gap-3">
          <legend className="pb-3 font-bold font-display text-2xl">{t('Is there a wall that takes knocks?')}</legend>
          <p>{t('Away from windows, and nobody minds the noise. A rebound board is a wall, too.')}</p>
          {[true, false].map((wall) => (
            <Choice
              key={String(wall)}
              on={wallSaid && has.includes('wall') === wall}
              words={wall ? t('Yes') : t('No')}
              onPick={() => {
                setWallSaid(true);
                toggle('wall', wall);
              }}
            />
          ))}
        </fieldset>
      )}
      {at === 2 && (
        <fieldset className="flex flex-col gap-3">
          <legend className="pb-3 font-bold font-display text-2xl">{t('How much free ground?')}</legend>
          {YARDS.map((yard) => (
            <Choice
              key={yard.words}
              on={length === String(yard.length) && width === String(yard.width)}
              words={yard.words}
              onPick={() => {
                setLength(String(yard.length));
                setWidth(String(yard.width));
              }}
            />
          ))}
          <p>{t('Or measure it:')}</p>
          <div className="grid grid-cols-2 gap-3">
            <Field
              label={t('Length, m')}
              inputMode="decimal"
              value={length}
              problem={problems['yard.length']}
              onChange={(event) => setLength(event.target.value)}
            />
            <Field
              label={t('Width, m')}
              inputMode="decimal"
              value={width}
              problem={problems['yard.width']}
              onChange={(event) => setWidth(event.target.value)}
            />
          </div>
        </fieldset>
      )}
      {at === 3 && (
        <fieldset className="flex flex-col gap-3">
          <legend className="pb-3 font-bold font-display text-2xl">{t('Which foot do you kick with?')}</legend>
          <p>
            {t('The one that takes the ball when you do not think about it. Here both get the same work, so there is no wrong answer.')}
          </p>
          {FEET.map((one) => (
            <Choice
              key={one.foot}
              on={footSaid && foot === one.foot}
              words={one.words}
              onPick={() => {
                setFootSaid(true);
                setFoot(one.foot);
              }}
            />
          ))}
        </fieldset>
      )}
      {at === 4 && (
        <fieldset className="flex flex-col gap-3">
          <legend className="pb-3 font-bold font-display text-2xl">{t('How long is your big step?')}</legend>
          <p>
            {t('Walk ten big steps along something you know the length of, or say how tall you are. Now it is {step} m{step2}.', {
              step: step ?? UNKNOWN_STEP,
              step2: step === null ? t(', our guess') : '',
            })}
          </p>
          <div className="grid grid-cols-2 gap-3">
            <Field
              label={t('Ten steps are, m')}
              inputMode="decimal"
              value={ten}
              problem={problems.step}
              onChange={(event) => setTen(event.target.value)}
            />
            <Field label={t('I am tall, cm')} inputMode="decimal" value={height} onChange={(event) => setHeight(event.target.value)} />
          </div>
        </fieldset>
      )}
      {problems.all && <Notice tone="stop">{problems.all}</Notice>}
      <div className="flex gap-3">
        {at > 0 && (
          <Button size="player" onClick={() => setAt(at - 1)}>
            {t('Back')}
          </Button>
        )}
        {!last && (
          <Button look="main" size="player" className="flex-1" onClick={next}>
            {t('Next')}
          </Button>
        )}
        {(last || home) && (
          <Button look={last ? 'main' : 'plain'} size="player" className="flex-1" onClick={() => void save()}>
            {t('Keep it')}
          </Button>
        )}
      </div>
      <ButtonLink href="/week" size="player">
        {t('Back to This week')}
      </ButtonLink>
    </main>
  );
});
