import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

const icon = (src: string, sizes: string, type: string) => ({ src, sizes, type, purpose: 'any' })

export default defineConfig({
  plugins: [
    react(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/worker',
      filename: 'sw.ts',
      injectRegister: false,
      injectManifest: { globPatterns: ['**/*.{js,css,html,svg,png,woff2}'] },
      manifestFilename: 'manifest.json',
      manifest: {
        name: 'Eznel',
        short_name: 'Eznel',
        description: 'What to weigh, where to put it, and when the next feed is.',
        start_url: '/',
        display: 'standalone',
        background_color: '#f6f2e7',
        theme_color: '#f6f2e7',
        icons: [
          icon('/mark.svg', 'any', 'image/svg+xml'),
          icon('/icon-192.png', '192x192', 'image/png'),
          icon('/icon-512.png', '512x512', 'image/png'),
          { ...icon('/icon-512.png', '512x512', 'image/png'), purpose: 'maskable' },
        ],
      },
    }),
  ],
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:8417' } },
})
