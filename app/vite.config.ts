import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  server: {
    host: '127.0.0.1',
    port: Number(process.env['PORT'] ?? 5173),
    strictPort: true,
    fs: { allow: ['..'] }
  },
  worker: { format: 'es' },
  // Small fonts would be inlined as data: URLs, which the policy's font-src 'self' blocks.
  build: { assetsInlineLimit: 0 }
});
