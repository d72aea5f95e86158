import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
const config = {
  preprocess: vitePreprocess(),
  vitePlugin: {
    dynamicCompileOptions: ({ filename }) =>
      filename.includes('node_modules') ? undefined : { runes: true }
  },
  kit: {
    adapter: adapter({ out: 'build', precompress: false }),
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'worker-src': ['self'],
        'connect-src': ['self'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'style-src': ['self', 'unsafe-inline'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none']
      }
    },
    typescript: {
      config: (c) => {
        c.include = [
          ...(c.include ?? []),
          '../*.config.ts',
          '../scripts/**/*.ts',
          // every code of the product belongs to the program
          '../../core/src/*/codes.ts'
        ];
        return c;
      }
    }
  }
};
export default config;
