import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';

/** An evening that a player cannot join now. */
export function NotOpen({ sentence }: { sentence: string }) {
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 p-4">
      <h1>{t('Together')}</h1>
      <Notice tone="look">{sentence}</Notice>
      <Button size="player" onClick={() => window.location.reload()}>
        {t('Look again')}
      </Button>
      <ButtonLink href="/week" size="player">
        {t('Back to This week')}
      </ButtonLink>
    </main>
  );
}
