import type { NestExpressApplication } from '@nestjs/platform-express'
import express from 'express'
import { createReadStream, existsSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** What a machine of a pipeline takes from the server, by its name below /cli. */
const HANDED_OUT: Record<string, string> = { 'bobbin.mjs': 'text/javascript', 'reporters.tgz': 'application/gzip' }

/** Hands out the command line as one file and the reporters as a package, for any machine with Node and nothing else. */
export function serveCli(app: NestExpressApplication): void {
  for (const [name, type] of Object.entries(HANDED_OUT)) {
    const file = fileURLToPath(new URL(`../../../cli/dist/${name}`, import.meta.url))
    app
      .getHttpAdapter()
      .getInstance()
      .get(`/cli/${name}`, (_request, response) => {
        if (!existsSync(file)) return void response.status(404).type('text').send(`${name} is not built here. Build it: npm run build\n`)
        response.type(type).setHeader('cache-control', 'no-cache')
        createReadStream(file).pipe(response)
      })
  }
}

const require = createRequire(import.meta.url)
/** Grammars that a scan of sources needs, for machines that have the command line alone. */
const GRAMMARS = ['python', 'java', 'c-sharp', 'go', 'php', 'ruby']

/** Hands out grammars by the names under which the command line asks for them. */
export function serveGrammars(app: NestExpressApplication): void {
  const files = new Map(GRAMMARS.map((name) => [`tree-sitter-${name}.wasm`, `@vscode/tree-sitter-wasm/wasm/tree-sitter-${name}.wasm`]))
  files.set('web-tree-sitter.wasm', 'web-tree-sitter/web-tree-sitter.wasm')
  for (const [name, file] of files)
    app
      .getHttpAdapter()
      .getInstance()
      .get(`/cli/grammars/${name}`, (_request, response) => {
        response.type('application/wasm').setHeader('cache-control', 'public, max-age=86400')
        createReadStream(require.resolve(file)).pipe(response)
      })
}

/** Serves the built web app; every address that is no file and no API is a page of it. */
export function serveWeb(app: NestExpressApplication, root: string): void {
  const index = join(root, 'index.html')
  if (!existsSync(index)) throw new Error(`${index} is missing. Build the web app first: npm run build`)
  const server = app.getHttpAdapter().getInstance()
  server.use('/assets', express.static(join(root, 'assets'), { immutable: true, maxAge: '365d', index: false }))
  server.use(express.static(root, { index: false, maxAge: 0 }))
  server.get(/^\/(?!api(\/|$)|assets\/).*/, (_request, response) => {
    response.setHeader('cache-control', 'no-cache')
    response.sendFile(index)
  })
}
