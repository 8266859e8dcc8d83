#!/usr/bin/env node
// npm run openapi: writes the OpenAPI document from the server's source, and the client's types from the document.
// With --check nothing is written: it fails when what stands there is stale.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import openapiTypescript, { astToString } from 'openapi-typescript'
import { format } from 'oxfmt'
import { documentOf } from './document.mjs'
import { routesOf } from './routes.mjs'
import { schemasOf } from './schemas.mjs'

const ROOT = join(import.meta.dirname, '..', '..')
const SERVER = join(ROOT, 'apps', 'server', 'src')
const DOCUMENT = join(SERVER, 'openapi', 'openapi.json')
const TYPES = join(ROOT, 'packages', 'client', 'src', 'api.generated.ts')

const files = readdirSync(SERVER, { recursive: true })
  .sort()
  .map((name) => join(SERVER, name))
const routes = files.filter((name) => /\.(controller|module)\.ts$/.test(name)).flatMap(routesOf)
const schemas = schemasOf(
  SERVER,
  join(import.meta.dirname, 'tsconfig.json'),
  files.filter((name) => name.endsWith('.dto.ts')),
)
const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'))
const document = documentOf(routes, schemas, version)
const missing = [...JSON.stringify(document).matchAll(/"#\/components\/schemas\/([^"]+)"/g)].filter(
  ([, name]) => !document.components.schemas[name],
)
if (missing.length > 0)
  throw new Error(`Types that the API names and contract/ or a .dto.ts does not export: ${missing.map(([, name]) => name).join(', ')}`)

const types = `// Made by npm run openapi from the OpenAPI document. Do not edit.\n${astToString(
  await openapiTypescript(JSON.stringify(document), { rootTypes: true, rootTypesNoSchemaPrefix: true }),
)}`
const outputs = [
  [DOCUMENT, JSON.stringify(document)],
  [TYPES, types],
]
const { ignorePatterns: _, ...style } = JSON.parse(readFileSync(join(ROOT, '.oxfmtrc.json'), 'utf8'))
let stale = false
for (const [file, text] of outputs) {
  const { code: wanted, errors } = await format(file, text, style)
  if (errors.length > 0) throw new Error(`${file} cannot be formatted: ${errors[0].message}`)
  if (!process.argv.includes('--check')) writeFileSync(file, wanted)
  else if (readFileSync(file, 'utf8') !== wanted) {
    stale = true
    console.error(`${file.slice(ROOT.length + 1)} is stale. Make it anew: npm run openapi`)
  }
}
process.exit(stale ? 1 : 0)
