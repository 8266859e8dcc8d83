import type { MappingSuggestion } from '@bobbin/client'
import { count, formatList } from '../../lib/format.js'

export interface Words {
  text: string
  strong?: boolean
}

/** Why a case is suggested, in words; what they share stands out. */
export function reasonWords(reasons: MappingSuggestion['reasons']): Words[][] {
  return reasons.map((reason): Words[] => {
    switch (reason.kind) {
      case 'words':
        return [{ text: reason.words.length === 1 ? 'shared word ' : 'shared words ' }, { text: reason.words.join(', '), strong: true }]
      case 'abbreviations':
        return [{ text: 'short for ' }, { text: formatList(reason.words), strong: true }]
      case 'area':
        return [{ text: `its folder is named like ${reason.area}` }]
      case 'neighbours':
        return [
          {
            text: `${reason.count === 1 ? 'a script' : count(reason.count, 'script')} beside it ${reason.count === 1 ? 'is' : 'are'} linked in ${reason.area}`,
          },
        ]
    }
  })
}

/** Nothing is wholly sure. */
export const percent = (confidence: number): string => `${Math.min(99, Math.round(confidence * 100))}%`
