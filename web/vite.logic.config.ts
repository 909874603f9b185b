import { defineConfig } from 'vite'

// The pages' logic by itself, for tests: one script that puts it on `window`.
export default defineConfig({
  publicDir: false,
  define: { 'process.env.NODE_ENV': '"production"' },
  build: {
    outDir: '../build/logic',
    emptyOutDir: true,
    minify: false,
    lib: { entry: 'tests/logic.ts', formats: ['iife'], name: 'unused', fileName: () => 'logic.js' },
  },
})
