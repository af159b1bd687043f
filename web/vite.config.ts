import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { keptFiles } from './bundling/keptFiles.ts';
import { preloadStart } from './bundling/preloadStart.ts';

const everyPage =
  /node_modules\/(react|react-dom|scheduler|react-router|styled-components|stylis|zod|zustand|@tanstack\/(react-query|query-core)|lucide-react|uuidv7|idb-keyval)\/|core\/src\/(pitch|kit)\/|contract\/src\/wire\//;

export default defineConfig({
  plugins: [
    react(),
    keptFiles(),
    preloadStart(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/app/offline',
      filename: 'serviceWorker.ts',
      // Which files are kept is said by the page, since a link needs few of them: see app/offline.
      injectManifest: { injectionPoint: undefined, sourcemap: false },
      injectRegister: false,
      manifest: {
        name: 'Intervallum',
        short_name: 'Intervallum',
        description: 'Song charts in numbers, for keyboardists in church',
        start_url: '/songs',
        display: 'standalone',
        background_color: '#f7f3ea',
        theme_color: '#f7f3ea',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
    }),
  ],
  resolve: { conditions: ['app-src', ...defaultClientConditions] },
  build: {
    target: 'es2023',
    sourcemap: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      // What every page needs comes in one file: parted into twenty it is twenty kilobytes more over the wire.
      output: { codeSplitting: { groups: [{ name: 'base', test: everyPage }] } },
    },
  },
  server: { proxy: { '/api': process.env['API_URL'] ?? 'http://127.0.0.1:4871' } },
});
