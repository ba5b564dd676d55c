import { defineConfig } from 'vite';

/** The server as plain modules: our own packages bundled, everything from the registry left outside. */
export default defineConfig({
  ssr: { noExternal: [/^@deft\//] },
  build: {
    ssr: true,
    target: 'node20',
    rollupOptions: {
      input: {
        main: 'main.ts',
        'intake.worker': 'intake/intake.worker.ts',
        board: '../simulators/board/main.ts',
        bench: '../simulators/bench/main.ts',
      },
      output: { entryFileNames: '[name].mjs', chunkFileNames: '[name]-[hash].mjs' },
    },
  },
});
