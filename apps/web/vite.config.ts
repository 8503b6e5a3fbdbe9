import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'dist', chunkSizeWarningLimit: 900, modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:4700' } },
});
