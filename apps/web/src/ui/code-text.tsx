import { lazy, Suspense } from 'react'
import type { CodeProps } from './code.js'

const Code = lazy(() => import('./code.js').then(({ Code: Drawn }) => ({ default: Drawn })))

/** Source text; its colours come a moment later, since they are fetched when first needed. */
export function CodeText(props: CodeProps) {
  return (
    <Suspense fallback={<pre className="mt-2 overflow-x-auto p-3 font-mono text-sm">{props.text}</pre>}>
      <Code {...props} />
    </Suspense>
  )
}
