import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { outDir: '../src/Spolium.Server/wwwroot', emptyOutDir: true },
  // The host stays that of the page: the server compares it with the page's origin.
  server: { proxy: { '/api': { target: 'http://127.0.0.1:5180', changeOrigin: false } } },
});
