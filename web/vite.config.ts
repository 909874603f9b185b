import vue from '@vitejs/plugin-vue'
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue(), Components({ resolvers: [BootstrapVueNextResolver()], dts: false, dirs: [] })],
  // Bootstrap 5 is written with @import; its warnings are not ours to mend.
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ['import'] } } },
  build: { outDir: '../jug_mingle/web_dist', emptyOutDir: true, chunkSizeWarningLimit: 600 },
  // The name that the browser used is kept: the program answers to its own pages only.
  server: { proxy: { '/api': { target: 'http://127.0.0.1:8417', changeOrigin: false } } },
})
