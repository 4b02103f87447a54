import { t } from '../text/translate.ts';

/** A gate or a goal as a route names it: “the gate”, and where there are more of a kind, “gate 2”. */
const GATE = /^(?:the )?(gate|goal)(?: (\d+))?$/;

/** What a leg leads to, in the reader’s language: a route names it in the words of layouts, “cone 3”, “the gate”, “goal 2”. */
export function markInWords(target: string): string {
  const cone = /^cone (\d+)$/.exec(target)?.[1];
  if (cone) return t('cone {cone}', { cone });
  const [, as, n] = GATE.exec(target) ?? [];
  if (as === 'gate') return n ? t('gate {n}', { n }) : t('the gate');
  if (as === 'goal') return n ? t('goal {n}', { n }) : t('the goal');
  return target;
}
