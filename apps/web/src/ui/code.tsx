import hljs from 'highlight.js/lib/core'
import csharp from 'highlight.js/lib/languages/csharp'
import gherkin from 'highlight.js/lib/languages/gherkin'
import go from 'highlight.js/lib/languages/go'
import java from 'highlight.js/lib/languages/java'
import javascript from 'highlight.js/lib/languages/javascript'
import php from 'highlight.js/lib/languages/php'
import python from 'highlight.js/lib/languages/python'
import ruby from 'highlight.js/lib/languages/ruby'
import typescript from 'highlight.js/lib/languages/typescript'
import { useMemo } from 'react'

const LANGUAGES = { csharp, gherkin, go, java, javascript, php, python, ruby, typescript }
for (const [name, language] of Object.entries(LANGUAGES)) hljs.registerLanguage(name, language)

const BY_END: Record<string, keyof typeof LANGUAGES> = {
  cs: 'csharp',
  feature: 'gherkin',
  go: 'go',
  java: 'java',
  php: 'php',
  py: 'python',
  rb: 'ruby',
  ts: 'typescript',
  tsx: 'typescript',
  mts: 'typescript',
  cts: 'typescript',
}

export interface CodeProps {
  text: string
  /** Its name tells the language. */
  file: string
  firstLine?: number
}

/** Source text with the colours of its language, and the numbers of its lines. */
export function Code({ text, file, firstLine = 1 }: CodeProps) {
  const language = BY_END[file.slice(file.lastIndexOf('.') + 1)] ?? 'javascript'
  // the library escapes what it is given: all of its output is text in spans
  const html = useMemo(() => hljs.highlight(text, { language, ignoreIllegals: true }).value, [text, language])
  const lines = text.split('\n').length
  return (
    <div
      className="code mt-2 flex overflow-x-auto rounded border border-hairline bg-surface py-2 font-mono text-sm"
      tabIndex={0}
      role="group"
      aria-label="Code"
    >
      <pre aria-hidden="true" className="shrink-0 pr-3 pl-3 text-right text-soft select-none">
        {Array.from({ length: lines }, (_, i) => firstLine + i).join('\n')}
      </pre>
      <pre className="pr-3">
        <code dangerouslySetInnerHTML={{ __html: html }} />
      </pre>
    </div>
  )
}
