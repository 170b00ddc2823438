import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, runnerImport, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The app as a tablet installs it: its own window, and a shell that opens while the shop's server is away. */
const installed = VitePWA({
  injectRegister: null,
  manifest: {
    name: 'Ember Slate',
    short_name: 'Ember Slate',
    description: 'Fish received, graded, cut, sold and accounted for',
    id: '/',
    start_url: '/',
    display: 'standalone',
    background_color: '#dde4e6',
    theme_color: '#dde4e6',
    icons: [
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-mask-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,woff2,svg,png}'],
    // The page comes from the server while it answers: the kept one is for when it does not. What the server says of
    // the shop is never kept: a figure is the shop's, or it is none.
    navigateFallback: null,
    directoryIndex: null,
    runtimeCaching: [
      {
        urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
        handler: 'NetworkOnly',
        options: { precacheFallback: { fallbackURL: '/index.html' } },
      },
    ],
    skipWaiting: true,
    clientsClaim: true,
    cleanupOutdatedCaches: true,
  },
});

/** What a screen must know of its requests, as plain data: the schemas behind them are sent with the forms alone. */
const plainRoutes: Plugin = {
  name: 'plain-routes',
  apply: 'build',
  async load(id) {
    if (!/\/contract\/src\/routes\.ts$/.test(id)) return null;
    const { module } = await runnerImport<object>(id);
    return Object.entries(module)
      .map(([name, value]) => `export const ${name} = ${JSON.stringify(value)};`)
      .join('\n');
  },
};

interface Modules {
  getModuleInfo: (id: string) => { importedIds: readonly string[] } | null;
}

/** Whether a module comes along with these files, itself or through what they import. */
function comesWith(...files: string[]) {
  const all = new Set<string>();
  const reach = (id: string, of: Modules) => {
    if (all.has(id)) return;
    all.add(id);
    of.getModuleInfo(id)?.importedIds.forEach((next) => reach(next, of));
  };
  return (id: string, of: Modules) => {
    for (const file of files) reach(`${import.meta.dirname}/src/${file}`, of);
    return all.has(id);
  };
}
const early = comesWith('main.tsx', 'app/start.tsx');
const inside = comesWith('app/Inside.tsx');

/**
 * Few files for what many screens share: on a slow line each request takes longer than its bytes. Before anybody signs in
 * only what that needs is sent; then all of the frame in one file, and what most stages use in another. What a module
 * imports is in its own group or an earlier one, so that none waits for itself.
 */
const codeSplitting = {
  includeDependenciesRecursively: false,
  groups: [
    { name: (id: string, of: Modules) => (!early(id, of) && inside(id, of) ? 'frame' : null), priority: 2 },
    { name: (id: string, of: Modules) => (early(id, of) ? null : 'stages'), minShareCount: 8, priority: 1 },
  ],
};

export default defineConfig({
  plugins: [plainRoutes, react(), tailwind(), installed],
  // Everything is a file of its own: the content security policy allows nothing inline.
  build: {
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    manifest: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: { output: { codeSplitting } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4100' } },
});
