import ExcelJS from 'exceljs'
import { crc32, deflateRawSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { readSheet } from './sheet.js'
import { unpacksWithin } from './unpacked.js'

/** An archive with one file, written by hand after APPNOTE.TXT 4.3; `stated` is the size that it claims to have unpacked. */
function zipOf(name: string, content: Buffer, stated = content.length): Buffer {
  const packed = deflateRawSync(content)
  const fields = Buffer.alloc(26)
  fields.writeUInt16LE(20, 0)
  fields.writeUInt16LE(8, 4)
  fields.writeUInt32LE(crc32(content), 10)
  fields.writeUInt32LE(packed.length, 14)
  fields.writeUInt32LE(stated, 18)
  fields.writeUInt16LE(name.length, 22)
  const local = Buffer.concat([Buffer.from('PK\x03\x04'), fields, Buffer.from(name), packed])
  const entry = Buffer.concat([Buffer.from('PK\x01\x02\x14\x00'), fields, Buffer.alloc(14), Buffer.from(name)])
  const end = Buffer.alloc(22)
  end.write('PK\x05\x06')
  end.writeUInt16LE(1, 8)
  end.writeUInt16LE(1, 10)
  end.writeUInt32LE(entry.length, 12)
  end.writeUInt32LE(local.length, 16)
  return Buffer.concat([local, entry, end])
}

describe('the size of an archive once unpacked', () => {
  it('is measured, whatever the archive says of itself', async () => {
    const bomb = zipOf('xl/workbook.xml', Buffer.alloc(3_000_000), 12)
    expect(bomb.length).toBeLessThan(4000)
    expect(await unpacksWithin(bomb, 3_000_000)).toBe(true)
    expect(await unpacksWithin(bomb, 2_999_999)).toBe(false)
  })

  it('is that of a workbook which a spreadsheet library wrote', async () => {
    const workbook = new ExcelJS.Workbook()
    workbook.addWorksheet('Cases').addRow(['FERRY-101', 'Boards a foot passenger'])
    const bytes = Buffer.from(await workbook.xlsx.writeBuffer())
    expect(await unpacksWithin(bytes, 100_000)).toBe(true)
    expect(await unpacksWithin(bytes, 500)).toBe(false)
  })

  it('is not guessed for an archive that is cut or broken', async () => {
    const whole = zipOf('a', Buffer.from('ferry'))
    for (const broken of [whole.subarray(0, -22), Buffer.concat([whole.subarray(0, 8), whole.subarray(20)]), Buffer.from('PK\x03\x04')])
      await expect(unpacksWithin(broken, 1000)).rejects.toThrow(RangeError)
  })
})

it.each([
  ['in the directory of its end', 16],
  ['in its entry', -1],
])('an archive that hides sizes in ZIP64 fields is not believed: %s', async (_, field) => {
  const zip = zipOf('a', Buffer.from('ferry'))
  const end = zip.lastIndexOf('PK\x05\x06')
  if (field > 0) zip.writeUInt32LE(0xffffffff, end + field)
  else zip.writeUInt32LE(0xffffffff, zip.indexOf('PK\x01\x02') + 20)
  await expect(unpacksWithin(zip, 1000)).rejects.toThrow(RangeError)
})

it('an archive with something before it is not believed', async () => {
  await expect(unpacksWithin(Buffer.concat([Buffer.from('before'), zipOf('a', Buffer.from('ferry'))]), 1000)).rejects.toThrow(RangeError)
})

it('a workbook that would fill the memory is refused with a sentence', async () => {
  await expect(readSheet(zipOf('xl/workbook.xml', Buffer.alloc(70 * 1024 * 1024)))).rejects.toMatchObject({ code: 'tooLarge' })
  await expect(readSheet(Buffer.from('PK\x03\x04 and no more'))).rejects.toMatchObject({ code: 'noTable' })
})
