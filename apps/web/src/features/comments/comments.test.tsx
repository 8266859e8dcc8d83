import type { CommentList } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { wantedName } from './comment-form.js'
import { Comments } from './comments.js'

const AT = '2026-11-20T10:00:00Z'
const comment = (id: number, more: Partial<CommentList['rows'][number]> = {}) => ({
  id, author: { id: 2, name: 'Dara Quill' }, text: 'Mine. **The limit** comes in tonnes.', createdAt: AT, editedAt: null, deletedAt: null, mine: false, ...more,
}) // prettier-ignore
const list = (...rows: CommentList['rows']): CommentList => ({
  rows, following: false, followers: 1, people: [{ id: 2, name: 'Dara Quill' }, { id: 3, name: 'Runa Solberg' }],
}) // prettier-ignore
const open = (answer: CommentList) =>
  renderAt('/gullhaven/failures', <Comments kind="failure" subject="7" />, { '/api/projects/gullhaven/comments': answer })

beforeEach(() => sessionStorage.clear())

describe('comments', () => {
  it('are Markdown, without what could do harm', async () => {
    const text =
      'Mine, **now**\n\n<img src=x onerror=alert(1)> [bad](javascript:alert(1)) [good](https://gullhaven.example) ![pixel](https://elsewhere.example/p.png)'
    open(list(comment(1, { text })))
    expect((await screen.findByText('now')).tagName).toBe('STRONG')
    expect(document.querySelector('img, script, [onerror]')).toBeNull()
    expect(screen.getByText('bad').closest('a')?.getAttribute('href')).not.toMatch(/javascript/)
    expect(screen.getByText('good').closest('a')?.getAttribute('href')).toBe('https://gullhaven.example')
  })

  it('leave their place when they are deleted', async () => {
    open(list(comment(1, { text: '', deletedAt: AT })))
    expect(await screen.findByText('Deleted')).toBeTruthy()
  })

  it('complete a name after @ by Enter, and keep what is being written over a reload', async () => {
    const { unmount } = open(list())
    const area = await screen.findByLabelText<HTMLTextAreaElement>('Comment')
    fireEvent.change(area, { target: { value: 'See @Ru', selectionStart: 7 } })
    expect(screen.getByRole('option', { name: 'Runa Solberg' })).toBeTruthy()
    fireEvent.keyDown(area, { key: 'Enter' })
    expect(area.value).toBe('See @Runa Solberg ')
    unmount()
    open(list())
    await waitFor(() => expect(screen.getByLabelText<HTMLTextAreaElement>('Comment').value).toBe('See @Runa Solberg '))
  })
})

it.each([
  ['See @', ''],
  ['See @Ru', 'Ru'],
  ['See @Runa So', 'Runa So'],
  ['mail runa@gullhaven', null],
  ['@Runa  ', null],
  ['no sign', null],
])('the name that is being written in %j', (before, name) => expect(wantedName(before)).toBe(name))
