import { cloneElement, useId, type ReactElement } from 'react'

export interface FieldProps {
  label: string
  /** What helps to fill it in. */
  hint?: string | undefined
  /** What is wrong with what stands in it. */
  error?: string | undefined
  className?: string
  /** One input, select or textarea. */
  children: ReactElement<{ id?: string; className?: string; 'aria-describedby'?: string | undefined; 'aria-invalid'?: boolean | undefined }>
}

/** Registers a field for a number, or for a choice by number, that may be left empty: empty is null. */
export const NUMBER_OR_NULL = { setValueAs: (value: unknown) => (value === '' || value === null ? null : Number(value)) }

/** Registers a field for text that must be given. @param words what is said where it is empty or blank */
export const needed = (words: string) => ({ validate: (text: string) => text.trim() !== '' || words })

/** A field of a form: its label above, a hint or what is wrong below. */
export function Field({ label, hint, error, className = '', children }: FieldProps) {
  const id = useId()
  const told = error ?? hint
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id}>{label}</label>
      {cloneElement(children, {
        id,
        className: `field ${children.props.className ?? ''}`,
        'aria-describedby': told ? `${id}-told` : undefined,
        'aria-invalid': error ? true : undefined,
      })}
      {told && (
        <p id={`${id}-told`} role={error ? 'alert' : undefined} className={error ? 'text-failed' : 'text-soft'}>
          {told}
        </p>
      )}
    </div>
  )
}
