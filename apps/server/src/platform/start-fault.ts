interface Coded {
  code?: string
  port?: number
  parent?: Coded
}

/** What keeps the server from starting, in a sentence that says what to do; a stack only for what nobody foresaw. */
export function startFault(error: unknown): string {
  if (!(error instanceof Error)) return String(error)
  const { code, port, parent } = error as Coded
  switch (code ?? parent?.code) {
    case 'EADDRINUSE':
      return `Port ${port} is taken by another program. Set BOBBIN_PORT to a free one`
    case 'EACCES':
      return `Port ${port} is not allowed for this user. Set BOBBIN_PORT to one above 1023`
    case 'ECONNREFUSED':
    case 'ENOTFOUND':
    case 'EHOSTUNREACH':
    case 'ETIMEDOUT':
      return `The database does not answer (${error.message || code}). Start it, or mend BOBBIN_DATABASE_URL`
    case '28P01':
    case '28000':
      return `The database refuses the user of BOBBIN_DATABASE_URL: ${error.message}`
    case '3D000':
      return `The database of BOBBIN_DATABASE_URL is not there: ${error.message}. Make it with: createdb`
    case '53100':
      return 'The disk of the database is full; nothing was changed'
  }
  // our own sentences: a variable that is missing, a migration that failed, a web app that is not built, a bucket that refuses
  return /^(BOBBIN_|Migration |The store of contents |.*index\.html is missing)/.test(error.message)
    ? error.message
    : (error.stack ?? error.message)
}
