import { defineConfig } from '@playwright/test'

export default defineConfig({ projects: [{ name: 'desktop' }], retries: 1 })
