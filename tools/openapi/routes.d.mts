export interface Route {
  name: string
  verb: string
  path: string
  tag: string
  summary: string
  public: boolean
  scope: 'read' | 'deliver' | 'person'
}
export function routesOf(file: string): Route[]
