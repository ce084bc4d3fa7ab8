import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  html: { cspNonce: undefined },
  build: { outDir: 'dist', sourcemap: false, assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'] },
});
