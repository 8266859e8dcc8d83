import type { DeliveredFile } from '@bobbin/client'
import type { Fault, Warning } from '@bobbin/core'

export interface FileFindingsProps {
  faults: readonly Fault[]
  warnings: readonly Warning[]
  unknownKeys?: DeliveredFile['unknownKeys']
}

/** What went wrong outside the tests of a file, and what a reader should doubt, each with its line; and the cases it asks for in vain. */
export function FileFindings({ faults, warnings, unknownKeys = [] }: FileFindingsProps) {
  return (
    <>
      {faults.map((fault, i) => (
        <p key={i} className="break-words text-errored">
          Incomplete: {fault.subject}: {fault.message?.split('\n', 1)[0] ?? 'no message'} (line {fault.place.line})
        </p>
      ))}
      {warnings.map((warning) => (
        <p key={warning.code} className="break-words text-soft">
          {warning.message} (line {warning.place.line}
          {warning.count > 1 && `, ${warning.count} times`})
        </p>
      ))}
      {unknownKeys.map(({ key, test }) => (
        <p key={key + test} className="break-words text-errored">
          No case {key}, which “{test}” declares
        </p>
      ))}
    </>
  )
}
