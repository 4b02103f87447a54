import { useState } from 'react';
import { go } from '../../contract/go.ts';
import { Home } from '../../core/drills/home-schema.ts';
import { KIT, type Kit, STAND_INS } from '../../core/drills/terms.ts';
import { stepFromHeight, stepFromTen, UNKNOWN_STEP } from '../../core/yard/fit.ts';
import { Button, ButtonLink, Field, Notice } from '../../ui/parts/index.ts';
import { call, sentenceOf } from '../client.ts';

const YARDS = [
  { words: 'small: a strip of yard or a balcony, 2 × 3 m', length: 3, width: 2 },
  { words: 'medium: a one-car driveway, 3 × 6 m', length: 6, width: 3 },
  { words: 'large: room to run, 8 × 8 m', length: 8, width: 8 },
];

const WORDS: Record<Kit, string> = {
  ball: 'a ball',
  cones: 'cones',
  wall: 'a wall that takes knocks, away from windows',
  'mini-goal': 'a mini-goal',
  'tennis ball': 'a tennis ball',
};

const numberOf = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** What a player says once is at home. Everything can be changed later; each drill is then shown as it can be done there. */
export function HomeForm({ home }: { home: Home | null }) {
  const [has, setHas] = useState<Kit[]>(home?.has ?? ['ball']);
  const [length, setLength] = useState(home?.yard ? String(home.yard.length) : '');
  const [width, setWidth] = useState(home?.yard ? String(home.yard.width) : '');
  const [ten, setTen] = useState('');
  const [height, setHeight] = useState('');
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<string | null>(null);
  const step = ten ? stepFromTen(numberOf(ten)) : height ? stepFromHeight(numberOf(height) / 100) : (home?.step ?? null);
  const save = async () => {
    setSaid(null);
    const yard = length === '' && width === '' ? null : { length: numberOf(length), width: numberOf(width) };
    const parsed = Home.safeParse({ has, yard, step });
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [issue.path.join('.'), issue.message])));
    if (!parsed.success) return;
    try {
      await call(go.home, {}, parsed.data);
      setSaid('Kept. Each drill is shown as you can do it at home.');
    } catch (error) {
      setProblems({ all: sentenceOf(error) });
    }
  };
  return (
    <main className="flex flex-col gap-5 p-4">
      <h1>What is at home</h1>
      <fieldset className="slab flex flex-col p-4">
        <legend className="px-1 font-bold font-display text-lg">I have</legend>
        {KIT.map((kit) => (
          <label key={kit} className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-6"
              checked={has.includes(kit)}
              onChange={(event) => setHas(KIT.filter((one) => (one === kit ? event.target.checked : has.includes(one))))}
            />
            <span>
              {WORDS[kit]}
              {!has.includes(kit) && kit !== 'ball' && kit !== 'wall' && (
                <span className="block text-dust text-sm">No matter: {STAND_INS[kit].join(', or ')}</span>
              )}
            </span>
          </label>
        ))}
      </fieldset>
      <fieldset className="slab flex flex-col gap-3 p-4">
        <legend className="px-1 font-bold font-display text-lg">My free ground</legend>
        {YARDS.map((yard) => (
          <Button
            key={yard.words}
            size="player"
            className="justify-start text-start text-base"
            aria-pressed={length === String(yard.length) && width === String(yard.width)}
            onClick={() => {
              setLength(String(yard.length));
              setWidth(String(yard.width));
            }}
          >
            {yard.words}
          </Button>
        ))}
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Length, m"
            inputMode="decimal"
            value={length}
            problem={problems['yard.length']}
            onChange={(event) => setLength(event.target.value)}
          />
          <Field
            label="Width, m"
            inputMode="decimal"
            value={width}
            problem={problems['yard.width']}
            onChange={(event) => setWidth(event.target.value)}
          />
        </div>
      </fieldset>
      <fieldset className="slab flex flex-col gap-3 p-4">
        <legend className="px-1 font-bold font-display text-lg">My big step</legend>
        <p>
          Walk ten big steps along something you know the length of, or say how tall you are. Now it is {step ?? UNKNOWN_STEP} m
          {step === null ? ', our guess' : ''}.
        </p>
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Ten steps are, m"
            inputMode="decimal"
            value={ten}
            problem={problems.step}
            onChange={(event) => setTen(event.target.value)}
          />
          <Field label="I am tall, cm" inputMode="decimal" value={height} onChange={(event) => setHeight(event.target.value)} />
        </div>
      </fieldset>
      {problems.all && <Notice tone="stop">{problems.all}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      <Button look="main" size="player" onClick={() => void save()}>
        Keep it
      </Button>
      <ButtonLink href="/week" size="player">
        Back to This week
      </ButtonLink>
    </main>
  );
}
