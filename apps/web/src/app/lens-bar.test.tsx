import type { LensOptions } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeAll, describe, expect, it } from 'vitest'
import { renderAt } from '../testing/render.js'
import { LensBar } from './lens-bar.js'

beforeAll(() => {
  // Radix asks for these; happy-dom has none
  HTMLElement.prototype.hasPointerCapture = () => false
  HTMLElement.prototype.scrollIntoView = () => undefined
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
})

const options: LensOptions = {
  branches: [
    { name: 'main', builds: 40 },
    { name: 'release/4.2', builds: 2 },
  ],
  environments: ['breakwater-stage', 'harbour-dev', 'pier-test'].map((name) => ({ name, protected: false })),
  pipelines: [],
  releases: [],
  profiles: [],
  olderBuilds: 12,
}
const open = (search = '') => renderAt(`/gullhaven/brief${search}`, <LensBar />, { '/api/projects/gullhaven/lens': options })
const press = (name: string) => fireEvent.keyDown(screen.getByRole('button', { name }), { key: 'Enter' })

describe('LensBar', () => {
  it('says through what everything is seen, and what that hides', async () => {
    open('?env=pier-test')
    await screen.findByText('· hides 1 branch, 2 environments and 12 older builds')
    expect(screen.getByRole('button', { name: 'main' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'pier-test' })).toBeTruthy()
  })

  it('changes the address and nothing else in it', async () => {
    const { router } = open('?script=7')
    await screen.findByText('· hides 1 branch and 12 older builds')
    press('main')
    fireEvent.click(await screen.findByRole('menuitemcheckbox', { name: /release\/4.2/ }))
    await waitFor(() => expect(router.state.location.search).toBe('?script=7&branch=release%2F4.2'))
  })

  it('leaves out single environments, and choosing all again leaves no trace', async () => {
    const { router } = open()
    await screen.findByRole('button', { name: 'all 3 environments' })
    press('all 3 environments')
    fireEvent.click(await screen.findByRole('menuitemcheckbox', { name: 'harbour-dev' }))
    await waitFor(() => expect(router.state.location.search).toBe('?env=breakwater-stage%2Cpier-test'))
    fireEvent.click(screen.getByRole('menuitemcheckbox', { name: 'harbour-dev' }))
    await waitFor(() => expect(router.state.location.search).toBe(''))
  })
})
