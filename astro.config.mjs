import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  // Origins are checked in src/server/http/server.ts for every unsafe method, JSON included.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    ssr: { external: ['better-sqlite3', '@node-rs/argon2'] },
    build: { chunkSizeWarningLimit: 700 },
  },
});
