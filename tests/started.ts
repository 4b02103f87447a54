import { type ChildProcess, spawn } from 'node:child_process';

/** Starts the built application on a folder of data and waits until it answers. */
export async function startServer(
  port: number,
  dataDir: string,
  demo = false,
  env: Record<string, string> = {},
  { node = 'node', cwd }: { node?: string; cwd?: string } = {},
): Promise<ChildProcess> {
  const server = spawn(node, ['server.mjs', ...(demo ? ['--demo'] : [])], {
    cwd,
    env: { ...process.env, ...env, PORT: String(port), DATA_DIR: dataDir },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.once('exit', (code) => reject(new Error(`The server ended with ${code} before it was open.`)));
    server.stdout?.on('data', (words: Buffer) => String(words).includes('Eager Feet is open') && resolve());
  });
  return server;
}

export async function stopServer(server: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM');
  await ended;
}
