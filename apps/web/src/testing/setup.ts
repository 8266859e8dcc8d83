import { cleanup } from '@testing-library/react'
import { toast } from 'sonner'
import { afterEach, vi } from 'vitest'

// files of a worker share their modules: what one leaves behind must not be found by the next
afterEach(() => {
  cleanup()
  toast.dismiss()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
  localStorage.clear()
})
