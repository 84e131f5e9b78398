import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { target: 'es2023', sourcemap: false, assetsInlineLimit: 0 },
  server: { port: 8470, proxy: { '/api': process.env.RADIATRIX_API ?? 'http://127.0.0.1:8460' } },
});
