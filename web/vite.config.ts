import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** The cuts that the first view is set in: asked for with the page, so that no text is painted twice. */
const FIRST_FONTS = [
  'source-sans-3-latin-400',
  'source-sans-3-latin-600',
  'barlow-condensed-latin-600',
  'ibm-plex-mono-latin-400',
];
const preloadFonts = (): Plugin => ({
  name: 'preload-fonts',
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) =>
      Object.keys(bundle ?? {})
        .filter((file) => file.endsWith('.woff2') && FIRST_FONTS.some((font) => file.includes(font)))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', href: `/${file}`, crossorigin: '' },
          injectTo: 'head-prepend' as const,
        })),
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), preloadFonts()],
  build: { target: 'es2023', sourcemap: false, assetsInlineLimit: 0 },
  server: { port: 8470, proxy: { '/api': process.env.RADIATRIX_API ?? 'http://127.0.0.1:8460' } },
});
