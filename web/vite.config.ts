import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
  build: { target: 'es2023', sourcemap: false, chunkSizeWarningLimit: 900 },
});
