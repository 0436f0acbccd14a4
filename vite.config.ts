import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'src/web',
  plugins: [react()],
  build: { outDir: '../../dist/web', emptyOutDir: true, manifest: true, chunkSizeWarningLimit: 1000 },
  worker: { format: 'es' },
  server: { port: 5173, proxy: { '/api': 'http://localhost:4173' } },
});
