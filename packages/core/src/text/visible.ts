/** Characters that turn the direction of what follows (Unicode 15, table 23-3), by their abbreviations in UAX #9. */
const TURNS: Readonly<Record<string, string>> = {
  '\u202a': 'LRE',
  '\u202b': 'RLE',
  '\u202c': 'PDF',
  '\u202d': 'LRO',
  '\u202e': 'RLO',
  '\u2066': 'LRI',
  '\u2067': 'RLI',
  '\u2068': 'FSI',
  '\u2069': 'PDI',
}
const ANY_TURN = /[\u202a-\u202e\u2066-\u2069]/g

/**
 * A name as it is shown: characters that would make it read as another one (`gate\u202Egpj.exe`) stand there as marks. Text in scripts
 * from right to left needs none of them.
 */
export const visibleText = (text: string): string => text.replace(ANY_TURN, (turn) => `⟪${TURNS[turn]}⟫`)
