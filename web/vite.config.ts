import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  build: { outDir: '../src/GoldNotch.Web/wwwroot', emptyOutDir: true, target: 'es2022' },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: { environment: 'jsdom', include: ['src/**/*.test.ts'], setupFiles: ['src/testing/setup.ts'] },
});
