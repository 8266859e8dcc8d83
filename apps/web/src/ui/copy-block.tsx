import { Copy } from 'lucide-react'
import { copyText } from './copy.js'

/** Text to take along, with a button that copies it. */
export function CopyBlock({ label, text }: { label: string; text: string }) {
  return (
    <div className="flex items-start gap-2">
      <pre
        aria-label={label}
        className="min-w-0 flex-1 overflow-x-auto rounded border border-hairline bg-cloth px-3 py-2 font-mono whitespace-pre-wrap"
        tabIndex={0}
      >
        {text}
      </pre>
      <button
        type="button"
        aria-label={`Copy: ${label}`}
        title="Copy"
        onClick={() => void copyText(text, label)}
        className="p-2 text-soft hover:text-ink"
      >
        <Copy size={14} />
      </button>
    </div>
  )
}
