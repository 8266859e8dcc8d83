import ReactMarkdown from 'react-markdown'
import remarkGfm from 'remark-gfm'

const ALLOWED = ['p', 'em', 'strong', 'del', 'code', 'pre', 'a', 'ul', 'ol', 'li', 'blockquote', 'br', 'hr', 'h1', 'h2', 'h3', 'h4', 'table', 'thead', 'tbody', 'tr', 'th', 'td'] // prettier-ignore

/** Text with marks, as its writer meant it. HTML in it is shown as text, pictures from elsewhere are left out, and links lead to the web only. */
export function Markdown({ text }: { text: string }) {
  return (
    <div className="prose-comment break-words">
      <ReactMarkdown
        remarkPlugins={[remarkGfm]}
        allowedElements={ALLOWED}
        unwrapDisallowed
        urlTransform={(url) => (/^(?:https?:|mailto:|\/|#)/i.test(url) ? url : '')}
        components={{
          a: ({ href, children }) => (
            <a href={href} className="link" {...(href?.startsWith('/') ? {} : { target: '_blank', rel: 'noreferrer nofollow' })}>
              {children}
            </a>
          ),
          // headings of a comment are none of the page
          h1: ({ children }) => <p className="font-semibold">{children}</p>,
          h2: ({ children }) => <p className="font-semibold">{children}</p>,
          h3: ({ children }) => <p className="font-semibold">{children}</p>,
          h4: ({ children }) => <p className="font-semibold">{children}</p>,
        }}
      >
        {text}
      </ReactMarkdown>
    </div>
  )
}
