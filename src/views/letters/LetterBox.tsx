import { t } from '../../core/text/translate.ts';
/** A letter as it is read: its plain words, and its other face on demand, shut in so that nothing in it can act. */
export function LetterBox({ letter }: { letter: { subject: string; plain: string; html: string } }) {
  return (
    <div className="flex flex-col gap-2">
      <pre className="whitespace-pre-wrap font-text text-sm">{letter.plain}</pre>
      <details>
        <summary className="text-sm">{t('As a mail program shows it')}</summary>
        <iframe
          title={t('Letter: {subject}', { subject: letter.subject })}
          sandbox=""
          srcDoc={letter.html}
          className="h-72 w-full border border-joint bg-slab"
        />
      </details>
    </div>
  );
}
