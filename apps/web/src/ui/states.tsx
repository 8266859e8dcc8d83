import { ApiError, UnreachableError } from '@bobbin/client'
import type { ReactNode } from 'react'

export interface EmptyStateProps {
  title: string
  children: ReactNode
  action?: ReactNode
}

/** What a page is for, and the one action that fills it. */
export function EmptyState({ title, children, action }: EmptyStateProps) {
  return (
    <div className="mx-auto flex max-w-[460px] flex-col items-start gap-3 px-6 pt-24">
      <svg width="120" height="18" viewBox="0 0 120 18" aria-hidden="true" className="text-hairline">
        <path d="M0 9h120" stroke="currentColor" strokeWidth="2" strokeDasharray="1.5 5" />
      </svg>
      <h2 className="text-lg">{title}</h2>
      <div className="text-base text-soft">{children}</div>
      {action}
    </div>
  )
}

/** What happened, whether anything was lost, and what to do. */
export function ErrorState({ error, onRetry }: { error: unknown; onRetry?: () => void }) {
  return (
    <div role="alert" className="mx-auto flex max-w-[460px] flex-col items-start gap-3 px-6 pt-24">
      <h2 className="text-lg text-failed">{titleOf(error)}</h2>
      <p className="text-base text-soft">{messageOf(error)} Nothing that was stored is lost.</p>
      {onRetry && (
        <Button onClick={onRetry} kind="strong">
          Try again
        </Button>
      )}
    </div>
  )
}

/** A list that is there in part: the rest did not come. */
export function PartMissing({ error, onRetry }: { error: unknown; onRetry: () => void }) {
  return (
    <p role="alert" className="flex flex-wrap items-center gap-3 border-b border-hairline px-5 py-1.5 text-failed">
      Not all rows could be read. {messageOf(error)} <Button onClick={onRetry}>Try again</Button>
    </p>
  )
}

function titleOf(error: unknown): string {
  if (error instanceof UnreachableError) return 'Bobbin’s server does not answer'
  return error instanceof ApiError && error.status === 404 ? 'This is not here' : 'This could not be shown'
}

export function messageOf(error: unknown): string {
  if (error instanceof UnreachableError) return 'It may be restarting, or the connection is down.'
  const text = error instanceof Error ? error.message : String(error)
  return /[.!?]$/.test(text) ? text : `${text}.`
}

/** Rows that are not there yet; they appear only when loading takes a moment. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="animate-[appear_0.1s_0.4s_both] px-6 py-8 text-soft">
      Loading {what} …
    </p>
  )
}

export interface ButtonProps extends React.ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: 'plain' | 'strong' | 'quiet'
}

const KINDS = {
  plain: 'border border-hairline bg-surface hover:border-soft',
  strong: 'border border-dye bg-dye text-cloth hover:opacity-90',
  quiet: 'border border-transparent hover:bg-dye-wash',
}

export function Button({ kind = 'plain', className = '', ...props }: ButtonProps) {
  return (
    <button
      type="button"
      {...props}
      className={`inline-flex min-h-[30px] items-center gap-1.5 rounded px-3 py-1 font-medium whitespace-nowrap ${KINDS[kind]} ${className}`}
    />
  )
}

/** A key as it stands on the keyboard. */
export function Key({ children }: { children: string }) {
  return <kbd className="rounded-[3px] border border-hairline bg-cloth px-1.5 font-mono text-xs text-soft">{children}</kbd>
}
