#!/usr/bin/env node
// Writes the JavaScript of the packages that run, as `tsc -b` would, without looking at types: those are checked by npm test and npm run check.
// The transformer is the one that Vitest runs the same sources with (Oxc, by Rolldown), which keeps the metadata of decorators.
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { transformSync } from 'rolldown/utils'

const ROOT = new URL('../..', import.meta.url).pathname
/** Packages of modules; the reporters are CommonJS with declarations, which `tsc` makes. */
const PACKAGES = ['packages/core', 'packages/client', 'packages/scan', 'apps/cli', 'apps/server', 'tools/demo', 'standins']

function transpile(from, to) {
  const { code, map, errors } = transformSync(from, readFileSync(from, 'utf8'), {
    lang: 'ts',
    sourcemap: true,
    target: 'es2022',
    assumptions: { setPublicClassFields: true },
    typescript: { onlyRemoveTypeImports: false, removeClassFieldsWithoutInitializer: true },
    decorator: { legacy: true, emitDecoratorMetadata: true },
  })
  const [error] = errors
  if (error) throw new Error(`${from}: ${error.message}`)
  const script = to.replace(/\.ts$/, '.js')
  writeFileSync(script, `${code}\n//# sourceMappingURL=${basename(script)}.map\n`)
  writeFileSync(`${script}.map`, typeof map === 'string' ? map : JSON.stringify(map))
}

for (const name of PACKAGES) {
  const [source, target] = ['src', 'dist'].map((folder) => join(ROOT, name, folder))
  const written = new Set()
  for (const entry of readdirSync(source, { recursive: true, withFileTypes: true })) {
    const from = join(entry.parentPath, entry.name)
    if (!entry.isFile() || /\.(test|d)\.ts$/.test(entry.name) || !/\.(ts|json)$/.test(entry.name) || /\/samples|\/fixtures\//.test(from))
      continue
    const to = join(target, from.slice(source.length))
    mkdirSync(dirname(to), { recursive: true })
    if (from.endsWith('.json')) cpSync(from, to)
    else transpile(from, to)
    written.add(to.replace(/\.ts$/, '.js'))
  }
  // what was deleted or renamed since must not run; the command line has more there
  if (name === 'apps/cli') continue
  for (const entry of readdirSync(target, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath, entry.name)
    if (entry.isFile() && path.endsWith('.js') && !written.has(path)) rmSync(path)
  }
}
