import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'

const api = `http://127.0.0.1:${process.env.API_PORT ?? 4680}`

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
  build: { target: 'es2023', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': api } },
})
