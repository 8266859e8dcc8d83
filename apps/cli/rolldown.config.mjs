import { defineConfig } from 'rolldown'

/** The command line as one file that needs nothing but Node: the server hands it out at /cli/bobbin.mjs. */
export default defineConfig({
  input: new URL('dist/main.js', import.meta.url).pathname,
  platform: 'node',
  output: { file: new URL('dist/bobbin.mjs', import.meta.url).pathname, format: 'esm', banner: '#!/usr/bin/env node' },
})
