import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Facts } from '../../contract/planning.ts';
import type { Template } from '../../contract/weeks.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { fittedShape } from '../../core/planning/fitted-shape.ts';
import { measureSession } from '../../core/planning/measure.ts';
import { SHAPE_NAMES, SHAPES, type ShapeName } from '../../core/planning/shapes.ts';
import { t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import { copySession } from '../../core/weeks/copy.ts';
import { newSession } from '../../core/weeks/defaults.ts';
import type { Session } from '../../core/weeks/schema.ts';
import { Skyline } from '../../ui/notations/index.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';

interface Props {
  drills: ReadonlyMap<string, Drill>;
  facts: Facts;
  templates: readonly Template[];
  /** Sessions that the week has already. */
  there: Session[];
  /** How many sessions the week can still take. */
  room: number;
  onTake(sessions: Session[]): void;
  onDrop(template: Template): void;
  onClose(): void;
}

/** A new session: empty, of a starting shape made to a wished length, or from a template of the squad's own. */
export function ShapesDialog({ drills, facts, templates, there, room, onTake, onDrop, onClose }: Props) {
  const [shape, setShape] = useState<ShapeName>('recap day');
  const [minutes, setMinutes] = useState<number>(SHAPES['recap day'].minutes);
  const { what, ...range } = SHAPES[shape];
  // No session is longer than the squad's sessions are.
  const most = Math.min(range.most, Math.max(5, facts.sessionMinutes));
  const least = Math.min(range.least, most);
  const made = useMemo(
    () =>
      fittedShape(
        shape,
        { minutes, drills, id: uuid, starts: facts.footOrder === 'catch-up' ? 'stronger' : 'turn about' },
        facts,
        facts.runner,
        there,
      ),
    [shape, minutes, drills, facts, there],
  );
  const { sheet, dose } = measureSession(made, drills, facts.runner);
  const days = shape === 'five a day' ? Math.min(room, 7) : 1;
  const take = () => onTake(days === 1 ? [made] : Array.from({ length: days }, (_, i) => ({ ...copySession(made, uuid), day: i + 1 })));
  return (
    <Dialog label={t('Add a session')} onClose={onClose} className="max-w-3xl bg-slab">
      <div className="grid gap-4 md:grid-cols-[200px_minmax(0,1fr)]">
        <fieldset className="flex flex-col gap-1">
          <legend className="text-dust text-sm">{t('Starting shapes')}</legend>
          {SHAPE_NAMES.map((name) => (
            <label
              key={name}
              className={`flex min-h-10 items-center gap-2 border-s-4 px-2 ${name === shape ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
            >
              <input
                type="radio"
                name="shape"
                className="size-4"
                checked={name === shape}
                onChange={() => {
                  setShape(name);
                  setMinutes(SHAPES[name].minutes);
                }}
              />
              {term(name)}
            </label>
          ))}
        </fieldset>
        <div className="flex flex-col gap-3">
          <p>{what}</p>
          <label className="flex items-center gap-3">
            <span className="shrink-0">{t('About')}</span>
            <input
              type="range"
              className="flex-1 accent-lace"
              min={least}
              max={most}
              value={Math.min(minutes, most)}
              onChange={(event) => setMinutes(Number(event.target.value))}
            />
            <span className="w-20 font-semibold">{t('{minutes} min', { minutes: Math.min(minutes, most) })}</span>
          </label>
          <Skyline intervals={sheet} width={480} height={90} summary={`${term(shape)}: ${minutesInWords(dose)}`} />
          <p className="text-dust text-sm">
            {minutesInWords(dose)} ·{' '}
            {made.blocks
              .map((block) => `${term(block.kind)} (${block.items.map((item) => drills.get(item.drillId)?.name).join(', ')})`)
              .join(' · ')}
          </p>
          <div className="flex flex-wrap gap-2">
            <Button look="main" onClick={take}>
              {days === 1 ? t('Add the {shape}', { shape }) : t('Add it to {days} days', { days })}
            </Button>
            <Button onClick={() => onTake([newSession(uuid(), t('Session'))])}>{t('Add an empty session')}</Button>
          </div>
        </div>
      </div>
      {templates.length > 0 && (
        <section>
          <h3>{t('Templates')}</h3>
          <ul className="flex flex-wrap gap-2">
            {templates.map((template) => (
              <li key={template.id} className="flex items-center gap-1 border border-joint p-1">
                <Button
                  size="small"
                  disabled={template.sessions.length > room}
                  onClick={() => onTake(template.sessions.map((session) => copySession(session, uuid)))}
                >
                  {template.name}
                </Button>
                <button type="button" className="px-2 text-dust text-sm underline" onClick={() => onDrop(template)}>
                  {t('Drop')}
                  <span className="sr-only"> {t('the template {name}', { name: template.name })}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Dialog>
  );
}
