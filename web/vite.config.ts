import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Fetched when they are asked for: the STEP reader is as large as all the rest. */
const NOT_HELD = /occt-import-js/;

const revision = (content: string | Uint8Array): string =>
  createHash('sha256').update(content).digest('hex').slice(0, 16);

/** Tells the service worker every file there is. Names with a hash in them need no revision. */
function heldFiles(): Plugin {
  return {
    name: 'deft-held-files',
    apply: 'build',
    generateBundle: {
      order: 'post',
      handler(_options, bundle) {
        const worker = bundle['sw.js'];
        // The bundles of web workers come by here too.
        if (worker?.type !== 'chunk') return;
        const made = Object.values(bundle)
          .filter((file) => file !== worker && !NOT_HELD.test(file.fileName))
          .map((file) => ({
            url: `/${file.fileName}`,
            revision: file.fileName.startsWith('assets/')
              ? null
              : revision(file.type === 'chunk' ? file.code : file.source),
          }));
        const given = readdirSync('public').map((name) => ({
          url: `/${name}`,
          revision: revision(readFileSync(`public/${name}`)),
        }));
        worker.code = worker.code.replace('__FILES__', JSON.stringify([...made, ...given]));
      },
    },
  };
}

export default defineConfig({
  plugins: [react(), heldFiles()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    assetsInlineLimit: 0,
    rollupOptions: {
      input: { index: 'index.html', sw: 'serviceWorker.ts' },
      output: {
        entryFileNames: (chunk) => (chunk.name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js'),
      },
    },
  },
  server: {
    host: '127.0.0.1',
    proxy: {
      '/api': { target: process.env.DEFT_API ?? 'http://127.0.0.1:4600', changeOrigin: false },
    },
  },
});
