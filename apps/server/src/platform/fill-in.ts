/** Fills `{name}` with values, as they stand inside a JSON text. */
export const fillIn = (template: string, values: Readonly<Record<string, string>>): string =>
  template.replace(/\{([a-z]{1,20})\}/g, (whole, name: string) =>
    Object.hasOwn(values, name) ? JSON.stringify(values[name]).slice(1, -1) : whole,
  )
