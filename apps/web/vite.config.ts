import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  // the server sends what was packed once, at the build
  plugins: [react(), compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|html|svg)$/ })],
  // the server puts a word of each answer's own there: styles without it are none of ours
  html: { cspNonce: '__NONCE__' },
  build: {
    outDir: 'dist',
    chunkSizeWarningLimit: 900,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: {
        // what every screen stands on comes as one file, not as fifty of a few hundred bytes
        codeSplitting: { groups: [{ name: 'frame', minShareCount: 15 }] },
      },
    },
  },
  // the pages keep their own address, so that the server takes what they change
  server: { proxy: { '/api': { target: `http://127.0.0.1:${process.env['PORT'] ?? '4700'}`, changeOrigin: false } } },
});
