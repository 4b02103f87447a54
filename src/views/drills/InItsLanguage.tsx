import { otherLanguageOf } from '../../core/drills/other-language.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { LANGUAGES } from '../../core/text/languages.ts';

/** A text of a drill; where it stands in another language than the reader’s, as nobody has said it in that yet, it is marked. */
export function InItsLanguage({ drill, text }: { drill: Pick<Drill, 'also'>; text: string }) {
  const other = otherLanguageOf(drill, text);
  if (other === null) return text;
  return (
    <>
      <span lang={other}>{text}</span> <span className="text-dust text-sm">({LANGUAGES[other].name})</span>
    </>
  );
}
