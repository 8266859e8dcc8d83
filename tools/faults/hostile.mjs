// What hostile senders put into every door: texts whose reading takes time by the square of their length, archives that grow, sheets that are vast.
import { crc32, deflateRawSync, gzipSync } from 'node:zlib'

const LONG = 200_000
const junit = (attribute, text = '') => `<testsuite name="s"><testcase classname="c" name="n" ${attribute}>${text}</testcase></testsuite>`

/** A tar archive (POSIX.1-1988) of one entry; `stated` is the size that it claims to have. */
function tar(type, content, stated = content.length) {
  const head = Buffer.alloc(512)
  head.write('name')
  head.write(stated.toString(8).padStart(11, '0'), 124)
  head.write(type, 156)
  head.write('ustar\u000000', 257)
  return Buffer.concat([head, Buffer.from(content), Buffer.alloc(512 - (content.length % 512) + 1024)])
}

/** Files for the delivery's door, by name. */
export const FILES = {
  'digits.xml': junit(`time="${'1'.repeat(LONG)}x"`),
  'spaces.tap': `TAP version 13\nok 1 ${' '.repeat(LONG)}x\n1..1\n`,
  'hashes.tap': `TAP version 13\nok 1 ${'# '.repeat(LONG / 2)}x\n1..1\n`,
  'feeds.xml': junit('', `<failure message="m">${'\n'.repeat(LONG)}Caused by</failure>`),
  'frames.xml': junit('', `<failure message="m">${'at '.repeat(LONG / 3)}(</failure>`),
  'slashes.xml': junit('', `<failure message="${'/-'.repeat(LONG / 2)}"/>`),
  'dots.xml': junit('', `<failure message=""/><system-out>${'.'.repeat(LONG)}</system-out>`),
  'quotes.json': `[${'"'.repeat(LONG)}`,
  'deep.json': '['.repeat(LONG),
  'deep.xml': '<a>'.repeat(LONG),
  'prolog.xml': `<!DOCTYPE a [${'<'.repeat(LONG)}`,
  'pax.tar': tar('x', '1 '.repeat(LONG)),
  'long-name.tar': tar('L', 'x'.repeat(2000), 120_000_000),
  'bomb.xml.gz': gzipSync(`<testsuite name="${' '.repeat(60_000_000)}`),
  'attributes.xml': `<testsuite ${Array.from({ length: 50_000 }, (_, i) => `a${i}="1"`).join(' ')}/>`,
}

/** A stack for the door of live batches: 20,000 line feeds. */
export const STACK = `${'\n'.repeat(20_000)}Error: late`

/** A workbook whose only cell stands in the last column of row 2000 (ECMA-376), for the door of tables. */
export function vastSheet() {
  const type = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
  const parts = {
    '[Content_Types].xml': `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${type}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="${type}"><sheets><sheet name="a" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${type}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="2000"><c r="XFD2000"><v>1</v></c></row></sheetData></worksheet>`,
  }
  return zip(Object.entries(parts))
}

/** After PKWARE's APPNOTE.TXT, 4.3. */
function zip(files) {
  const [locals, entries] = [[], []]
  let at = 0
  for (const [name, text] of files) {
    const packed = deflateRawSync(text)
    const fields = Buffer.alloc(26)
    fields.writeUInt16LE(20, 0)
    fields.writeUInt16LE(8, 4)
    fields.writeUInt32LE(crc32(text), 10)
    fields.writeUInt32LE(packed.length, 14)
    fields.writeUInt32LE(Buffer.byteLength(text), 18)
    fields.writeUInt16LE(name.length, 22)
    const local = Buffer.concat([Buffer.from('PK\x03\x04'), fields, Buffer.from(name), packed])
    const rest = Buffer.alloc(14)
    rest.writeUInt32LE(at, 10)
    entries.push(Buffer.concat([Buffer.from('PK\x01\x02\x14\x00'), fields, rest, Buffer.from(name)]))
    locals.push(local)
    at += local.length
  }
  const directory = Buffer.concat(entries)
  const end = Buffer.alloc(22)
  end.write('PK\x05\x06')
  end.writeUInt16LE(files.length, 8)
  end.writeUInt16LE(files.length, 10)
  end.writeUInt32LE(directory.length, 12)
  end.writeUInt32LE(at, 16)
  return Buffer.concat([...locals, directory, end])
}
