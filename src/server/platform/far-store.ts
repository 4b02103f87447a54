import { createReadStream, createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { S3Client } from '@aws-sdk/client-s3';
import type { FarStoreSettings } from './config.ts';

/* A store of objects somewhere else, of any maker that speaks the S3 protocol. It keeps files that never change, by their names; who may see one is decided here, before every byte. */

export interface FarFile {
  name: string;
  bytes: number;
  /** SHA-256 of what is in it, in hexadecimal digits. */
  sha256: string;
}

export interface FarStore {
  /** Keeps a file, and looks whether it is there whole. @throws whatever the store or the network says */
  put(file: FarFile, path: string): Promise<void>;
  /** Writes a file to a place here; false where it is not there. @throws where the store does not answer */
  get(name: string, path: string): Promise<boolean>;
  /** Takes a file away for good; one that is not there is taken away already. */
  remove(name: string): Promise<void>;
  /** What lies there. */
  list(): AsyncGenerator<Pick<FarFile, 'name' | 'bytes'>>;
}

/** A store that does not answer is asked no more than so often for one file, and given up after so long. */
const TRIES = 3;
const CONNECT_MS = 5000;
const STILL_MS = 30_000;

/** Opens a store; nothing is asked of it yet. Its library is loaded where one is set, and nowhere else. */
export function farStore({ endpoint, bucket, prefix, region, key, secret }: FarStoreSettings): FarStore {
  let opened: Promise<{ s3: typeof import('@aws-sdk/client-s3'); client: S3Client }> | null = null;
  const open = () => {
    opened ??= import('@aws-sdk/client-s3').then((s3) => ({
      s3,
      client: new s3.S3Client({
        endpoint,
        region,
        credentials: { accessKeyId: key, secretAccessKey: secret },
        forcePathStyle: true,
        maxAttempts: TRIES,
        requestHandler: { connectionTimeout: CONNECT_MS, requestTimeout: STILL_MS },
        // Not every store knows the checksums of one maker; what is sent is signed by its SHA-256, and what comes is compared here.
        requestChecksumCalculation: 'WHEN_REQUIRED',
        responseChecksumValidation: 'WHEN_REQUIRED',
      }),
    }));
    return opened;
  };
  const at = (name: string) => ({ Bucket: bucket, Key: `${prefix}${name}` });
  return {
    async put({ name, bytes, sha256 }, path) {
      const { s3, client } = await open();
      const put = new s3.PutObjectCommand({ ...at(name), Body: createReadStream(path), ContentLength: bytes });
      put.middlewareStack.add(
        (next) => (args) => {
          Object.assign((args.request as { headers: Record<string, string> }).headers, { 'x-amz-content-sha256': sha256 });
          return next(args);
        },
        { step: 'build', name: 'sayWhatIsInIt' },
      );
      await client.send(put);
      const { ContentLength } = await client.send(new s3.HeadObjectCommand(at(name)));
      if (ContentLength !== bytes) throw new Error(`The store has ${ContentLength} bytes of ${name}, not ${bytes}.`);
    },
    async get(name, path) {
      const { s3, client } = await open();
      try {
        const { Body } = await client.send(new s3.GetObjectCommand(at(name)));
        await pipeline(Body as Readable, createWriteStream(path, { mode: 0o600, flush: true }));
        return true;
      } catch (error) {
        if (error instanceof s3.NoSuchKey) return false;
        throw error;
      }
    },
    async remove(name) {
      const { s3, client } = await open();
      await client.send(new s3.DeleteObjectCommand(at(name)));
    },
    async *list() {
      const { s3, client } = await open();
      let from: string | undefined;
      do {
        const page = await client.send(new s3.ListObjectsV2Command({ Bucket: bucket, Prefix: prefix, ContinuationToken: from }));
        for (const { Key = '', Size = 0 } of page.Contents ?? []) yield { name: Key.slice(prefix.length), bytes: Size };
        from = page.NextContinuationToken;
      } while (from);
    },
  };
}
