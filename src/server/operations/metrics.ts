import { and, isNotNull, isNull, max, type SQL, sql } from 'drizzle-orm';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import about from '../../../package.json' with { type: 'json' };
import { houseBytes, houseBytesMost } from '../clips/quota.ts';
import type { Context } from '../context.ts';
import { jobRuns, outbox } from '../platform/db/schema.ts';
import { freeBytes } from '../platform/disk-space.ts';
import { farFilesIn, namedFilesIn } from '../platform/named-files.ts';
import { isSameSecret } from '../platform/same-secret.ts';
import { type BrokeIn, brokenSince } from './errors.ts';

/* The house's figures for a program that collects them (the open text format of metrics). Sums and times only: no name, no id, no route with an id, no count of people. */

/** What is asked of the house, told apart as finely as nothing of anybody can be read from it. */
export const REQUEST_KINDS = ['page', 'interface', 'sign-in', 'upload', 'clip', 'file'] as const;
export type RequestKind = (typeof REQUEST_KINDS)[number];

/** Of which kind an address is. */
export function requestKind(path: string): RequestKind {
  if (/^\/api\/uploads(\/|$)/.test(path)) return 'upload';
  if (/^\/api\/v1\/(clips|spoken|films)\/[^/]+\/file$/.test(path)) return 'clip';
  if (/^\/api\/auth\//.test(path)) return 'sign-in';
  if (/^\/api\//.test(path)) return 'interface';
  return /\.[a-z0-9]+$/i.test(path) ? 'file' : 'page';
}

/** From what is answered out of memory to what somebody gives up on. */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10];

/** Collects the figures of a running house, for whoever shows the token of its settings; null where none is set. */
export function createMetrics({ db, config, log }: Pick<Context, 'db' | 'config' | 'log'>) {
  const { metricsToken } = config;
  if (metricsToken === null) return null;
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const inRegistry = { registers: [registry] };
  /** A figure, or one for each value of a label. One that cannot be had keeps no other from being told. */
  const figures = (name: string, help: string, label: string | null, read: () => Record<string, number>) =>
    new Gauge({
      ...inRegistry,
      ...{ name: `eager_feet_${name}`, help, labelNames: label === null ? [] : [label] },
      collect() {
        try {
          for (const [value, figure] of Object.entries(read())) this.set(label === null ? {} : { [label]: value }, figure);
        } catch (error) {
          log.error({ err: error, name }, 'a figure');
        }
      },
    });
  const figure = (name: string, help: string, read: () => number) => figures(name, help, null, () => ({ '': read() }));
  figures('info', 'The release that runs.', 'version', () => ({ [about.version]: 1 }));
  figure('disk_free_bytes', 'Bytes that are free where the data lie.', () => freeBytes(config.dataDir));
  figure('clip_bytes', 'Bytes of clips, spoken lines and films.', () => houseBytes(db));
  figure('clip_bytes_limit', 'Bytes that they may take (CLIP_ROOM_GB).', () => houseBytesMost(config));
  if (config.clipStore)
    figure('files_not_in_store', 'Files that do not lie in the store for clips yet.', () => {
      const stored = new Set(farFilesIn(db.$client).map(({ name }) => name));
      return namedFilesIn(db.$client).filter(({ name }) => !stored.has(name)).length;
    });
  const countOf = (which: SQL | undefined) => db.select({ n: sql<number>`count(*)` }).from(outbox).where(which).get()?.n ?? 0;
  const waiting = and(isNull(outbox.sentAt), isNull(outbox.givenUpAt));
  figure('mails_waiting', 'Mails that are not handed over yet.', () => countOf(waiting));
  figure('mails_given_up', 'Mails that could not be handed over.', () => countOf(isNotNull(outbox.givenUpAt)));
  figures('night_work_success_timestamp_seconds', 'When each work of the night last went well.', 'work', () =>
    Object.fromEntries(
      db
        .select({ job: jobRuns.job, at: max(jobRuns.endedAt) })
        .from(jobRuns)
        .where(isNull(jobRuns.trouble))
        .groupBy(jobRuns.job)
        .all()
        .flatMap(({ job, at }) => (at === null ? [] : [[job, at / 1000]])),
    ),
  );
  figures('broken', 'What broke since the last letter of the week, and where.', 'in', (): Record<BrokeIn, number> => brokenSince(db));
  const seconds = new Histogram({
    ...inRegistry,
    name: 'eager_feet_request_duration_seconds',
    help: 'How long requests took, by what was asked for and how it was answered.',
    labelNames: ['kind', 'status'],
    buckets: SECONDS,
  });
  return {
    contentType: registry.contentType,
    isFor: (authorization: string | undefined): boolean => isSameSecret(authorization?.replace(/^Bearer +/i, '') ?? '', metricsToken),
    /** @param status of the answer; only its first digit is kept @param ms how long it took */
    answered(path: string, status: number, ms: number): void {
      seconds.observe({ kind: requestKind(path), status: `${Math.floor(status / 100)}xx` }, ms / 1000);
    },
    text: (): Promise<string> => registry.metrics(),
  };
}

export type Metrics = NonNullable<ReturnType<typeof createMetrics>>;
