import { Component, type ComponentType, Fragment, type ReactNode } from 'react';
import { t } from '../core/text/translate.ts';
import { Button, Notice } from '../ui/parts/index.ts';
import { reportOf, sendReport } from './report.ts';

interface Props {
  view: string;
  children: ReactNode;
}

/** Where a part of a page broke: the rest goes on, what was done is kept, and it can be begun again from what is kept. */
class Guard extends Component<Props, { error: unknown; tries: number; copied: boolean }> {
  override state = { error: null as unknown, tries: 0, copied: false };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override componentDidCatch(error: unknown): void {
    sendReport(reportOf(this.props.view, error, window.location.pathname));
  }

  private words(): string {
    const { error } = this.state;
    const { view, route, stack } = reportOf(this.props.view, error, window.location.pathname);
    return [`${view} at ${route}`, error instanceof Error ? `${error.name}: ${error.message}` : String(error), ...stack].join('\n');
  }

  override render(): ReactNode {
    const { error, tries, copied } = this.state;
    if (error === null) return <Fragment key={tries}>{this.props.children}</Fragment>;
    const copy = () =>
      void navigator.clipboard
        ?.writeText(this.words())
        .then(() => this.setState({ copied: true }))
        .catch(() => undefined);
    return (
      <section className="slab m-4 flex flex-col gap-3 p-4" aria-label={t('Something broke')}>
        <Notice tone="stop">
          {t(
            'Something broke on this page. What you did is kept. Go on from there; if it breaks again, copy the report for whoever runs this.',
          )}
        </Notice>
        <div className="flex flex-wrap gap-3">
          <Button look="main" onClick={() => this.setState({ error: null, tries: tries + 1, copied: false })}>
            {t('Go on')}
          </Button>
          <Button onClick={copy}>{copied ? t('Copied') : t('Copy the report')}</Button>
        </div>
        <details>
          <summary>{t('The report')}</summary>
          <pre className="overflow-auto text-sm">{this.words()}</pre>
        </details>
      </section>
    );
  }
}

/** A view with a guard around it: an error in it stops nothing else, is told to the own server without anybody's data, and can be gone on from. */
export function guarded<P extends object>(View: ComponentType<P>): ComponentType<P> {
  const name = View.displayName ?? View.name;
  const Guarded = (props: P) => (
    <Guard view={name}>
      <View {...props} />
    </Guard>
  );
  Guarded.displayName = name;
  return Guarded;
}
