import { otherLanguageOf } from '../../core/drills/other-language.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { InLanguage } from '../../ui/parts/InLanguage.tsx';

/** A text of a drill; where it stands in another language than the reader’s, as nobody has said it in that yet, it is marked. */
export function InItsLanguage({ drill, text }: { drill: Pick<Drill, 'also'>; text: string }) {
  const other = otherLanguageOf(drill, text);
  return <InLanguage language={other}>{text}</InLanguage>;
}
