import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Inspected, Inspection } from '../inspection.js'
import { ArchiveMeter, MAX_ENTRIES } from './limits.js'

const GOOD = '<testsuite name="s"><testcase name="one"/><testcase name="two"><failure message="no"/></testcase></testsuite>'
const TAP = 'TAP version 13\n1..1\nok 1 - gate opens\n'
const text = (content: string) => new TextEncoder().encode(content)

/** What an inspection of the bytes says, in pieces of a given size: `name: total` or `name: why not`. */
function inspect(name: string, bytes: Uint8Array, piece = 1000): string[] {
  const inspection = new Inspection(name)
  for (let at = 0; at < bytes.length; at += piece) inspection.write(bytes.subarray(at, at + piece))
  return inspection.end().map(inWords)
}

function inWords(file: Inspected): string {
  if ('error' in file) return `${file.file} refused: ${file.error}`
  return 'passedOver' in file ? `${file.file} passed over: ${file.passedOver}` : `${file.file}: ${file.totals.total} ${file.format}`
}

let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-archive-'))
  const deep = join(folder, 'reports', 'a-very-long-folder-name-that-goes-on-'.repeat(4))
  mkdirSync(deep, { recursive: true })
  writeFileSync(join(folder, 'reports', 'a.xml'), GOOD)
  writeFileSync(join(folder, 'reports', 'b.tap'), TAP)
  writeFileSync(join(folder, 'reports', 'notes.txt'), 'the ferry log')
  writeFileSync(join(deep, 'c.xml'), GOOD)
  symlinkSync('/etc/passwd', join(folder, 'reports', 'link.xml'))
})
afterAll(() => rmSync(folder, { recursive: true }))

describe('archives that GNU tar and gzip wrote', () => {
  it.each([
    ['tar', ['--create', '--format=gnu'], 'r.tar'],
    ['tar, pax', ['--create', '--format=pax'], 'r.tar'],
    ['tar, ustar', ['--create', '--format=ustar', '--exclude=a-very*'], 'r.tar'],
    ['tar.gz', ['--create', '--gzip'], 'r.tar.gz'],
  ])('%s: result files are read by content, the rest is named, links are not followed', (_, options, name) => {
    const bytes = execFileSync('tar', [...options, '--sort=name', '--file=-', 'reports'], { cwd: folder, maxBuffer: 1 << 24 })
    const found = inspect(name, bytes, 700)
    expect(found).toContain(`${name}/reports/a.xml: 2 junit-xml`)
    expect(found).toContain(`${name}/reports/b.tap: 1 tap`)
    expect(found.find((line) => line.includes('notes.txt'))).toMatch(/passed over: This is no result format/)
    expect(found.find((line) => line.includes('link.xml'))).toMatch(/passed over: It is a link/)
    if (!options.includes('--format=ustar'))
      expect(found.find((line) => line.includes('c.xml'))).toMatch(/(a-very-long-folder-name-that-goes-on-){4}\/c\.xml: 2 junit-xml$/)
  })

  it('a gzip file is the file in it', () => {
    const bytes = execFileSync('gzip', ['--stdout', join(folder, 'reports', 'a.xml')])
    expect(inspect('a.xml.gz', bytes)).toEqual(['a.xml.gz: 2 junit-xml'])
    expect(inspect('a.xml.gz', bytes.subarray(0, -20))).toEqual(['a.xml.gz refused: The gzip file breaks off'])
  })
})

describe('zip', () => {
  it('reads what is in it, whatever the pieces', () => {
    const bytes = zipSync({ 'a.xml': text(GOOD), 'deep/b.tap': text(TAP), 'shot.png': new Uint8Array([0x89, 0x50, 0x4e, 0x47]) })
    for (const piece of [1, 37, 100_000]) {
      expect(inspect('r.zip', bytes, piece)).toEqual([
        'r.zip/a.xml: 2 junit-xml',
        'r.zip/deep/b.tap: 1 tap',
        'r.zip/shot.png passed over: This is a PNG picture, not a result file',
      ])
    }
  })

  it('keeps names from leading out of it, and refuses those that would', () => {
    const bytes = zipSync({ '../../etc/a.xml': text(GOOD), '/b.xml': text(GOOD), 'C:\\temp\\c.xml': text(GOOD) })
    expect(inspect('r.zip', bytes)).toEqual([
      'r.zip/etc/a.xml refused: Its path leads out of the archive, so it is not read',
      'r.zip/b.xml: 2 junit-xml',
      'r.zip/temp/c.xml: 2 junit-xml',
    ])
  })

  it('refuses a broken result file in it, keeps the others, and says when it breaks off', () => {
    const bytes = zipSync({ 'a.xml': text(GOOD), 'broken.xml': text('<testsuite name="s"><testcase') })
    expect(inspect('r.zip', bytes)[1]).toMatch(/^r\.zip\/broken\.xml refused: The file is not well-formed XML/)
    const cut = inspect('r.zip', bytes.subarray(0, bytes.length * 0.5))
    expect(cut.at(-1)).toMatch(/^r\.zip refused: The archive/)
  })
})

/** Made by the tools named in their notes; what a careful reader does is told beside each. */
const SAMPLES = new URL('../samples-archives/', import.meta.url)
it.each([
  ['two-files.zip', 65_536, /: \d+ junit-xml/],
  ['results.xml.gz', 65_536, /^results\.xml\.gz: \d+ junit-xml/],
  ['gzip-named.xml', 65_536, /^gzip-named\.xml: \d+ junit-xml/],
  ['empty.zip', 65_536, /^empty\.zip refused: The archive is empty$/],
  ['bomb-200MB.zip', 65_536, /refused: The archive unpacks to more than 32 MB/],
  ['bomb-200MB.xml.gz', 65_536, /refused: The archive unpacks to more than 32 MB/],
  ['bomb-nested.zip', 65_536, /passed over: This is a zip archive inside an archive; archives in archives are not read/],
])('%s', (name, piece, expected) => {
  const found = inspect(name, readFileSync(new URL(name, SAMPLES)), piece)
  expect(
    found.some((line) => expected.test(line)),
    found.join('\n'),
  ).toBe(true)
})

// written by Python's zipfile, with a link as Info-ZIP keeps one (its Unix mode stands only in the directory at the end)
it.each([1, 100, 65_536])('the text of a link is no file’s content, in pieces of %s bytes', (piece) => {
  expect(inspect('symlink.zip', readFileSync(new URL('symlink.zip', SAMPLES)), piece)).toEqual([
    'symlink.zip/a.xml: 1 junit-xml',
    'symlink.zip/shots/gate.xml passed over: It is a link; links in archives are not followed, and their text is no file',
    expect.stringMatching(/^symlink\.zip\/plain\.txt passed over: This is no result format/) as string,
  ])
})

it('counts the files of an archive', () => {
  const meter = new ArchiveMeter()
  for (let i = 0; i < MAX_ENTRIES; i++) meter.entry()
  expect(() => meter.entry()).toThrow(/more than 10000 files/)
})
