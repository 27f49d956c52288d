import { fileURLToPath } from 'node:url'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

/** Serves the demo shoot in development, as the server does in production. */
const demoShoot = (): Plugin => ({
  name: 'demo-shoot',
  configureServer: async (server) => {
    const { default: express } = await import('express')
    const demo = fileURLToPath(new URL('../demo', import.meta.url))
    server.middlewares.use('/demo/photos', express.static(`${demo}/photos`))
    for (const file of ['shoot.json', 'products.csv'])
      server.middlewares.use(`/demo/${file}`, express.static(`${demo}/${file}`))
  },
})

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
}

export default defineConfig({
  plugins: [react(), demoShoot()],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 2000,
    assetsInlineLimit: 0,
    emptyOutDir: true,
  },
  server: { headers: isolation },
  optimizeDeps: {
    exclude: ['@jsquash/avif', '@jsquash/jpeg', '@jsquash/png', '@jsquash/webp', 'onnxruntime-web'],
  },
})
