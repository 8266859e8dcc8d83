import type { NestExpressApplication } from '@nestjs/platform-express'
import express from 'express'
import { existsSync } from 'node:fs'
import { join } from 'node:path'

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
