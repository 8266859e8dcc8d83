import { expect, it } from 'vitest'
import { suggestProject } from './suggest-project.js'

it.each([
  ['Gullhaven Ferry', 'gullhaven-ferry', 'GULLHAVEN'],
  ['  Øst & Väst 2  ', 'st-vast-2', 'ST'],
  ['42 Tides', '42-tides', 'TIDES'],
  ['', '', ''],
])('%s', (name, slug, keyPrefix) => expect(suggestProject(name)).toEqual({ slug, keyPrefix }))
