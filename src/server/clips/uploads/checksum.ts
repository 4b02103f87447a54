import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash, type Hash } from 'node:crypto';
import { truncate } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { FileStore } from '@tus/file-store';
import { t } from '../../../core/text/translate.ts';
import { Problem } from '../../platform/problems.ts';

/* The checksum extension of the upload protocol: a part that came other than it was sent is not kept. */

/** What parts may be summed by, as the protocol names them. */
export const CHECKSUM_ALGORITHMS = ['sha1', 'sha256'] as const;

/** The protocol's own status for a part that does not have its checksum. */
export const CHECKSUM_MISMATCH = 460;

/** A part's checksum, as its sender says it. */
export interface Checksum {
  algorithm: (typeof CHECKSUM_ALGORITHMS)[number];
  digest: Buffer;
}

/**
 * Reads the header `Upload-Checksum`: the algorithm, a space, the digest in base64.
 * @returns null where there is none
 * @throws Problem "bad input" for an algorithm that is not offered, or what is no digest of it
 */
export function checksumFrom(header: string | undefined): Checksum | null {
  if (header === undefined) return null;
  const [name, text = ''] = header.trim().split(/ +/);
  const algorithm = CHECKSUM_ALGORITHMS.find((one) => one === name);
  if (!algorithm)
    throw new Problem('bad input', t('Parts are summed by {algorithms} alone.', { algorithms: CHECKSUM_ALGORITHMS.join(', ') }));
  const digest = Buffer.from(text, 'base64');
  if (digest.length !== createHash(algorithm).digest().length || digest.toString('base64') !== text)
    throw new Problem('bad input', t('Upload-Checksum is the algorithm and its digest in base64.'));
  return { algorithm, digest };
}

async function* summed(part: Readable, hash: Hash): AsyncGenerator<Buffer> {
  for await (const chunk of part as AsyncIterable<Buffer>) {
    hash.update(chunk);
    yield chunk;
  }
}

/** A store of files that takes back a part that has not the checksum that was said of it. */
export class SummedStore extends FileStore {
  private readonly said = new AsyncLocalStorage<Checksum>();

  constructor(options: ConstructorParameters<typeof FileStore>[0]) {
    super(options);
    this.extensions = [...this.extensions, 'checksum'];
  }

  /** Does one request's work, whose part has this checksum. */
  expecting<T>(checksum: Checksum | null, work: () => Promise<T>): Promise<T> {
    return checksum ? this.said.run(checksum, work) : work();
  }

  override async write(part: Readable, id: string, offset: number): Promise<number> {
    const checksum = this.said.getStore();
    if (!checksum) return super.write(part, id, offset);
    const hash = createHash(checksum.algorithm);
    let kept = false;
    try {
      const now = await super.write(Readable.from(summed(part, hash)), id, offset);
      kept = hash.digest().equals(checksum.digest);
      if (kept) return now;
    } finally {
      // A part that was cut off is not the one that was summed either.
      if (!kept) await truncate(join(this.directory, id), offset).catch(() => undefined);
    }
    throw { status_code: CHECKSUM_MISMATCH, body: `${t('This part came other than it was sent. Send it again.')}\n` };
  }
}
