import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  // The worker that opens the application without network has to keep all of it, and has to be new when any of it is.
  define: { __BUILD__: JSON.stringify(Date.now().toString(36)) },
  build: {
    outDir: '../src/GoldNotch.Web/wwwroot',
    emptyOutDir: true,
    target: 'es2022',
    manifest: 'assets.json',
    rollupOptions: {
      input: { main: 'index.html', sw: 'src/sw.ts' },
      output: { entryFileNames: (chunk) => (chunk.name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js') },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: {
    environment: 'jsdom',
    pool: 'threads',
    // Each file has a page of its own: what one leaves mounted must not answer to the next.
    include: ['src/**/*.test.ts'],
    setupFiles: ['src/testing/setup.ts'],
    // No test is timed: this only ends one that hangs, however busy the machine is.
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
