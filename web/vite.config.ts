import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { compiledMessages } from '../words/build/compile-messages.ts';

/** The cuts that the first view is set in: asked for with the page, so that no text is painted twice. */
const FIRST_FONTS = [
  'source-sans-3-latin-400',
  'source-sans-3-latin-600',
  'barlow-condensed-latin-600',
  'ibm-plex-mono-latin-400',
  'barlow-condensed-latin-500',
  'ibm-plex-mono-latin-500',
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

/** The application is fetched with the page and begun by `public/begin.js`: after the paint, where there is one already. */
const MODULE = /<script type="module" crossorigin src="([^"]+)"><\/script>/;
const begunAfterPaint = (): Plugin => ({
  name: 'begun-after-paint',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler: (html) => {
      const application = MODULE.exec(html)?.[1];
      if (!application) throw new Error('index.html names no application');
      return html.replace(
        MODULE,
        `<script defer src="/begin.js" data-application="${application}"></script>\n    <link rel="modulepreload" crossorigin href="${application}">`,
      );
    },
  },
});

/** Pages that come with their first view in them (see `first/` and the server’s `http/first-view`). */
const DRAWN = /^\/v\/\d+\/match(\?|$)/;

/** The router’s own builds: its package names the one with warnings for developers in every case. */
const router = (file: string): string =>
  fileURLToPath(new URL(`../node_modules/react-router/dist/production/${file}`, import.meta.url));

export default defineConfig(({ command, isSsrBuild }) => ({
  plugins: [
    compiledMessages(),
    react(),
    tailwindcss(),
    preloadFonts(),
    begunAfterPaint(),
    // Everything the application is made of is laid down when it is first opened, so that it opens without signal. A new
    // version waits until every page of the old one is closed, or somebody asks for it: no page loses its pieces.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Radiatrix',
        short_name: 'Radiatrix',
        description: 'Does this cooling part go straight into that vehicle?',
        start_url: '/',
        display: 'standalone',
        background_color: '#f5f2ea',
        theme_color: '#26333c',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, DRAWN],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          // What the server draws is asked of it; where there is no signal, or little, the page opens from what is kept.
          // (Written into the worker as it stands here: it knows nothing of what is around it.)
          {
            urlPattern: ({ request, url }) =>
              request.mode === 'navigate' && /^\/v\/\d+\/match$/.test(url.pathname),
            handler: async ({ request }) => {
              const kept = async () =>
                (await caches.match('/index.html', { ignoreSearch: true })) ?? Response.error();
              const late = new Promise((resolve) => setTimeout(resolve, 2000)).then(kept);
              return Promise.race([fetch(request), late]).catch(kept);
            },
          },
          // Photographs on record that a way in shows, for under the vehicle; asked anew wherever there is signal.
          {
            urlPattern: ({ url }) =>
              url.pathname.startsWith('/api/photos/') && url.searchParams.get('size') === 'small',
            handler: 'NetworkFirst',
            options: {
              cacheName: 'photographs-on-record',
              expiration: { maxEntries: 120, maxAgeSeconds: 30 * 24 * 3600 },
            },
          },
        ],
      },
    }),
  ],
  resolve: {
    alias:
      command === 'build'
        ? [
            { find: /^react-router$/, replacement: router('index.mjs') },
            { find: /^react-router\/dom$/, replacement: router('dom-export.mjs') },
          ]
        : [],
  },
  // What the server draws first views with stands alone.
  ssr: { noExternal: true },
  ...(isSsrBuild ? { define: { 'process.env.NODE_ENV': '"production"' } } : {}),
  build: { target: 'es2023', sourcemap: false, assetsInlineLimit: 0, copyPublicDir: !isSsrBuild },
  server: { port: 8470, proxy: { '/api': process.env.RADIATRIX_API ?? 'http://127.0.0.1:8460' } },
}));
