import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
  server: {
    host: '127.0.0.1',
    proxy: {
      '/api': { target: process.env.DEFT_API ?? 'http://127.0.0.1:4600', changeOrigin: false },
    },
  },
});
