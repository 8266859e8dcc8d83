import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig } from 'vite'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@bobbin/source', ...defaultClientConditions] },
  build: { outDir: 'dist/app', emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: { port: 4681, proxy: { '/api': process.env['BOBBIN_URL'] ?? 'http://127.0.0.1:4680' } },
})
