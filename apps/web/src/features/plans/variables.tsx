/** Variables as lines of NAME=value, saved when the field is left. */
export function Variables({
  label,
  value,
  onChange,
}: {
  label: string
  value: Record<string, string>
  onChange: (value: Record<string, string>) => void
}) {
  const before = Object.entries(value).map(([name, text]) => `${name}=${text}`).join('\n') // prettier-ignore
  return (
    <textarea
      aria-label={label}
      defaultValue={before}
      rows={Math.max(1, Object.keys(value).length)}
      placeholder="NAME=value, one a line"
      className="field mt-1 w-full font-mono"
      onBlur={(event) => {
        if (event.target.value.trim() !== before.trim()) onChange(readVariables(event.target.value))
      }}
    />
  )
}

/** Lines of NAME=value; a line without a name says nothing. */
export function readVariables(text: string): Record<string, string> {
  return Object.fromEntries(
    text.split('\n').flatMap((line): [string, string][] => {
      const at = line.indexOf('=')
      return at > 0 ? [[line.slice(0, at).trim(), line.slice(at + 1).trim()]] : []
    }),
  )
}
