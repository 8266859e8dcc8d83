import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { VERSION } from './version.js'

it('is the version of the package', () => {
  const manifest = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8')) as { version: string }
  expect(VERSION).toBe(manifest.version)
})
