import type { Route } from './routes.mjs'

export interface ApiDocument {
  paths: Record<string, Record<string, { parameters: unknown[]; security: unknown[] }>>
  components: { schemas: Record<string, unknown> }
}
export function documentOf(routes: Route[], schemas: Record<string, unknown>, version: string): ApiDocument
