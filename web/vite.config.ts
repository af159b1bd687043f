import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['app-src', ...defaultClientConditions] },
  build: { target: 'es2023', sourcemap: true, chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': process.env['API_URL'] ?? 'http://127.0.0.1:4871' } },
});
