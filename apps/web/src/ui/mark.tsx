/** A bobbin: two flanges and the thread between them. */
export function Mark() {
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
      <path className="fill-ink" d="M2.5 1.5h11v1.8h-11zM2.5 12.7h11v1.8h-11z" />
      <path
        className="stroke-dye"
        fill="none"
        strokeWidth="1.4"
        strokeLinecap="round"
        d="M4.5 6.2c2.4-1.5 4.6 1.2 7-.4M4.5 8.4c2.4-1.5 4.6 1.2 7-.4M4.5 10.6c2.4-1.5 4.6 1.2 7-.4"
      />
    </svg>
  )
}
