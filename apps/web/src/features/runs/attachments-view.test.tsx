import type { AttemptDetail } from '@bobbin/client'
import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { AttachmentsView } from './attachments-view.js'

type Attachment = AttemptDetail['attachments'][number]
const API = '/api/projects/gullhaven/attachments'
const attachment = (id: number, name: string, mediaType: string, bytes: number | null = 2048): Attachment => ({
  id: String(id), name, path: `shots/${name}`, bytes, mediaType,
}) as unknown as Attachment // prettier-ignore
const pictures = [
  attachment(1, 'wanted.png', 'image/png'),
  attachment(2, 'found.png', 'image/png'),
  attachment(3, 'other.png', 'image/png'),
]

function show(attachments: Attachment[], answers: Record<string, unknown> = {}) {
  return renderAt('/gullhaven/runs/1', <AttachmentsView attachments={attachments} zip="runs/1/results/7/attempts/1/attachments" />, answers)
}
const press = (name: string | RegExp, inside: HTMLElement = document.body) => fireEvent.click(within(inside).getByRole('button', { name }))

describe('pictures', () => {
  it('are small at first, and whole where they can’t be made small', async () => {
    const { container } = show(pictures)
    await screen.findByRole('button', { name: 'wanted.png' })
    const image = container.querySelector('img')
    expect(image?.getAttribute('src')).toBe(`${API}/1/thumbnail`)
    if (image) fireEvent.error(image)
    expect(image?.getAttribute('src')).toBe(`${API}/1`)
  })

  it('open, go on by keys, show at their own size, and come round', async () => {
    show(pictures)
    fireEvent.click(await screen.findByRole('button', { name: 'wanted.png' }))
    const dialog = await screen.findByRole('dialog')
    const key = (name: string) => fireEvent.keyDown(within(dialog).getByRole('group', { name: 'Picture' }), { key: name })
    expect(within(dialog).getByRole('img').getAttribute('alt')).toBe('wanted.png')
    key('ArrowRight')
    expect(within(dialog).getByRole('img').getAttribute('alt')).toBe('found.png')
    key('ArrowLeft')
    key('ArrowLeft')
    expect(within(dialog).getByRole('img').getAttribute('alt')).toBe('other.png')
    key('z')
    expect(within(dialog).getAllByRole('button', { name: 'Fit to the window' })).toHaveLength(2)
    expect(within(dialog).getByRole('img').className).toContain('max-w-none')
  })

  it('are compared on top of each other, beside each other, and with a third', async () => {
    show(pictures)
    fireEvent.click(await screen.findByRole('button', { name: 'wanted.png' }))
    const dialog = await screen.findByRole('dialog')
    const names = () =>
      within(dialog)
        .getAllByRole('img')
        .map((image) => image.getAttribute('alt'))
    fireEvent.keyDown(within(dialog).getByRole('group', { name: 'Picture' }), { key: 'c' })
    expect(names()).toEqual(['wanted.png', 'found.png'])
    const edge = within(dialog).getByRole('slider', { name: 'Edge between the pictures' })
    fireEvent.change(edge, { target: { value: '20' } })
    expect(within(dialog).getAllByRole('img')[1]?.style.clipPath).toBe('inset(0 0 0 20%)')
    press('Side by side', dialog)
    expect(within(dialog).getByRole('group', { name: 'Images side by side' })).toBeTruthy()
    fireEvent.change(within(dialog).getByRole('combobox', { name: 'with' }), { target: { value: '2' } })
    expect(names()).toEqual(['wanted.png', 'other.png'])
    press('Stop comparing', dialog)
    expect(names()).toEqual(['wanted.png'])
  })
})

describe('texts', () => {
  it('open laid out, and as they are', async () => {
    show([attachment(4, 'answer.json', 'text/plain')], { [`${API}/4`]: new Response('{"fare":430}') })
    fireEvent.click(await screen.findByRole('button', { name: /answer\.json/ }))
    expect((await screen.findByLabelText('Text')).textContent).toBe('{\n  "fare": 430\n}')
    press('As it is')
    expect(screen.getByLabelText('Text').textContent).toBe('{"fare":430}')
  })

  it('show terminal colours, and what is in them as text', async () => {
    show([attachment(5, 'console.log', 'text/plain')], { [`${API}/5`]: new Response('\u001b[31m<b>no</b>\u001b[0m gate') })
    fireEvent.click(await screen.findByRole('button', { name: /console\.log/ }))
    const text = await screen.findByLabelText('Text')
    expect(text.textContent).toBe('<b>no</b> gate')
    expect(text.querySelector('span')?.className).toContain('text-failed')
    expect(text.querySelector('b')).toBeNull()
  })

  it('that are long say how much is shown', async () => {
    const part = new Response('first line', { headers: { 'content-range': 'bytes 0-2097151/9000000' } })
    show([attachment(6, 'long.log', 'text/plain')], { [`${API}/6`]: part })
    fireEvent.click(await screen.findByRole('button', { name: /long\.log/ }))
    expect(await screen.findByText('Only the first 2.0 MiB are shown.')).toBeTruthy()
  })

  it('that record the network are a table', async () => {
    const entry = {
      time: 41,
      request: { method: 'GET', url: 'https://desk.ferry.example/fares' },
      response: { status: 503, content: { size: 812 } },
    }
    show([attachment(7, 'calls.har', 'text/plain')], {
      [`${API}/7`]: new Response(JSON.stringify({ log: { version: '1.2', entries: [entry] } })),
    })
    fireEvent.click(await screen.findByRole('button', { name: /calls\.har/ }))
    const row = (await screen.findAllByRole('row'))[1]
    expect([...(row?.querySelectorAll('td') ?? [])].map((cell) => cell.textContent)).toEqual([
      'GET', '503', 'https://desk.ferry.example/fares', '0.041 s', '812 B',
    ]) // prettier-ignore
  })

  it('that are gone say so', async () => {
    show([attachment(8, 'gone.log', 'text/plain')])
    fireEvent.click(await screen.findByRole('button', { name: /gone\.log/ }))
    expect((await screen.findByRole('alert')).textContent).toContain('the server answered 404')
  })
})

it('an archive tells what is in it, and everything comes as one zip', async () => {
  show([attachment(9, 'trace.zip', 'application/zip'), attachment(10, 'core.bin', 'application/octet-stream')], {
    [`${API}/9/entries`]: [{ name: 'trace/events.json', bytes: 2048 }],
  })
  fireEvent.click(await screen.findByRole('button', { name: /trace\.zip/ }))
  expect((await screen.findByRole('list', { name: 'Files in the archive' })).textContent).toBe('trace/events.json2 KiB')
  expect(screen.getByText('All as one zip').getAttribute('href')).toBe('/api/projects/gullhaven/runs/1/results/7/attempts/1/attachments')
  expect(screen.getByText('core.bin').closest('a')?.hasAttribute('download')).toBe(true)
})

it('what nobody delivered is named', async () => {
  show([attachment(11, 'lost.png', 'image/png', null)])
  expect((await screen.findByText(/was not delivered with the report/)).textContent).toContain('shots/lost.png')
})
