import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  // Checked in src/middleware.ts: the built-in check refuses bodyless requests of our own and lets foreign JSON in.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    server: { watch: { ignored: ['**/.euphon/**', '**/dist/**', '**/test-results/**'] } },
    optimizeDeps: { exclude: ['jassub'] },
    build: { chunkSizeWarningLimit: 1500 },
  },
});
