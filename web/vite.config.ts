import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
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

/** The networks' runtime: its package does not export these files, so they are found beside its entry. */
const runtime = join(
  dirname(createRequire(import.meta.url).resolve('onnxruntime-web/wasm')),
  'ort-wasm-simd-threaded',
)

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
}

export default defineConfig({
  plugins: [react(), demoShoot()],
  resolve: {
    alias: [
      { find: /^network-runtime(?=\.(wasm|mjs))/, replacement: runtime },
      // What the drawing library would ask of Node, were it there.
      {
        find: /^(fs|path)$/,
        replacement: fileURLToPath(new URL('src/noNode.ts', import.meta.url)),
      },
    ],
  },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 2000,
    assetsInlineLimit: 0,
    emptyOutDir: true,
    rollupOptions: {
      onwarn: (warning, warn) => warning.code !== 'INVALID_ANNOTATION' && warn(warning),
    },
  },
  server: { headers: isolation },
  optimizeDeps: {
    exclude: [
      '@jsquash/avif',
      '@jsquash/jpeg',
      '@jsquash/png',
      '@jsquash/webp',
      'onnxruntime-web',
      'libheif-js',
      'canvaskit-wasm',
      'network-runtime.mjs?url',
      'network-runtime.wasm?url',
    ],
  },
})
