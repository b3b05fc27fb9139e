import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'

const api = `http://127.0.0.1:${process.env.API_PORT ?? 4680}`

/** The packages that Recharts is made of. */
const CHARTS =
  /node_modules\/(recharts|victory-vendor|d3-(?!drag|selection|zoom|dispatch|timer|transition|ease|color|interpolate)|@reduxjs|redux|react-redux|reselect|immer|es-toolkit|decimal\.js-light|eventemitter3|tiny-invariant)/

/** What every screen stands on. */
const GROUND = /node_modules\/(react|react-dom|scheduler|react-router|@tanstack\/(query-core|react-query))\//

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // The whole program lies on the device: it opens in a cellar without a line.
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      includeAssets: ['lantern.svg'],
      manifest: {
        name: 'Civil Lantern',
        short_name: 'Lantern',
        description: 'Wiring, proving and fault finding for heating controls.',
        start_url: '/',
        display: 'standalone',
        background_color: '#f4f1ea',
        theme_color: '#17242c',
        icons: [{ src: '/lantern.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        maximumFileSizeToCacheInBytes: 5_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
      },
    }),
    // Packed once, when it is built, and not at every request; a browser takes brotli over https only.
    compression({ algorithms: ['gzip', 'brotliCompress'], include: /\.(js|css|html|svg)$/ }),
  ],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        // Named by all who share it, a file would be called half a line.
        chunkFileNames: ({ name }) => `assets/${name.split('~')[0]}-[hash].js`,
        codeSplitting: {
          groups: [
            // What the address begins is here before anything else: with nothing else in it.
            { name: 'ahead', test: /src\/(base\/ahead|data\/paths|workers\/bench-worker)|preload-helper/, priority: 3 },
            { name: 'ground', test: GROUND, priority: 3 },
            // What several screens share, in few files: a browser fetches six at once, and a hundred small ones take longer
            // than what is in them. What draws charts is for those alone that show some.
            {
              name: 'shared',
              test: (id: string) => !CHARTS.test(id),
              minShareCount: 2,
              entriesAware: true,
              entriesAwareMergeThreshold: 20_000,
              priority: 2,
            },
            { name: 'charts', test: CHARTS, priority: 1 },
          ],
        },
      },
    },
  },
  // Under the name of the page: the server lets only its own pages write.
  server: { proxy: { '/api': { target: api, changeOrigin: false } } },
})
