import tailwindcss from '@tailwindcss/vite';
import { constants } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Once, when it is built: the server only hands them out. The last step of quality takes 10 s more for 1.7 % less.
    compression({
      include: /\.(js|css|html|svg)$/,
      algorithms: [
        defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 10 } }),
        defineAlgorithm('gzip', { level: 9 }),
      ],
      threshold: 1000,
    }),
  ],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
  build: {
    target: 'es2023',
    sourcemap: false,
    manifest: true,
    chunkSizeWarningLimit: 900,
    // The program, and the page that reads clips by command.
    rolldownOptions: { input: ['index.html', 'clip.html'] },
  },
});
