import type { NestExpressApplication } from '@nestjs/platform-express'
import express from 'express'
import { createReadStream, existsSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const CLI_FILE = fileURLToPath(new URL('../../../cli/dist/bobbin.mjs', import.meta.url))

/** Hands out the command line as one file, for any machine with Node and nothing else. */
export function serveCli(app: NestExpressApplication): void {
  app
    .getHttpAdapter()
    .getInstance()
    .get('/cli/bobbin.mjs', (_request, response) => {
      if (!existsSync(CLI_FILE))
        return void response.status(404).type('text').send('The command line is not built here. Build it: npm run build\n')
      response.type('text/javascript').setHeader('cache-control', 'no-cache')
      createReadStream(CLI_FILE).pipe(response)
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
