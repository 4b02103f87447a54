import { randomBytes } from 'node:crypto';
import { accessSync, chmodSync, constants, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

export interface Config {
  host: string;
  port: number;
  dataDir: string;
  databaseFile: string;
  clipDir: string;
  uploadDir: string;
  /** The address people type; links and sign-in cookies are made for it. */
  baseAddress: string;
  secret: string;
}

/** A wrong setting, with a sentence that says what to do. */
export class SettingError extends Error {}

function secretIn(dataDir: string): string {
  const file = join(dataDir, 'secret');
  if (!existsSync(file)) {
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
    chmodSync(file, 0o600);
  }
  return readFileSync(file, 'utf8').trim();
}

/**
 * Reads PORT (4321), HOST (127.0.0.1), DATA_DIR (./data) and BASE_ADDRESS, and makes the data folder with its secret.
 * @throws SettingError when a value is wrong or the folder cannot be written.
 */
export function readConfig(env: Record<string, string | undefined>): Config {
  const port = Number(env.PORT ?? 4321);
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    throw new SettingError(`PORT is "${env.PORT}", but must be a whole number from 1 to 65535.`);
  }
  const host = env.HOST ?? '127.0.0.1';
  const dataDir = resolve(env.DATA_DIR ?? 'data');
  const clipDir = join(dataDir, 'clips');
  const uploadDir = join(dataDir, 'uploads');
  try {
    for (const folder of [dataDir, clipDir, uploadDir]) mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(dataDir, constants.W_OK);
    return {
      host,
      port,
      dataDir,
      databaseFile: join(dataDir, 'eager-feet.sqlite'),
      clipDir,
      uploadDir,
      baseAddress: env.BASE_ADDRESS ?? `http://${host === '0.0.0.0' || host === '127.0.0.1' ? 'localhost' : host}:${port}`,
      secret: secretIn(dataDir),
    };
  } catch {
    throw new SettingError(
      `The data folder ${dataDir} cannot be written. Give this user the right to write there, or set DATA_DIR to another folder.`,
    );
  }
}
