import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { keptFiles } from './bundling/keptFiles.ts';
import { preloadStart } from './bundling/preloadStart.ts';

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
  build: { target: 'es2023', sourcemap: true, chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': process.env['API_URL'] ?? 'http://127.0.0.1:4871' } },
});
