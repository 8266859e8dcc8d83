import { expect, it } from 'vitest'
import { agentWords } from './agent-words.js'

it.each([
  ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0.0.0 Safari/537.36', 'A Chromium browser on Linux'],
  ['Mozilla/5.0 (Windows NT 10.0; Win64; x64; rv:140.0) Gecko/20100101 Firefox/140.0', 'A Gecko browser on Windows'],
  [
    'Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Safari/605.1.15',
    'A WebKit browser on macOS',
  ],
  ['curl/8.5.0', 'curl/8.5.0'],
  ['', 'An unnamed program'],
])('%s', (agent, words) => expect(agentWords(agent)).toBe(words))
