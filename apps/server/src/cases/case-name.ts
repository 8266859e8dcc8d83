/** What a case is called in the change log: its key and title; of the alias \`c\`, with \`$prefix\`. */
export const CASE_NAME = `$prefix::text || '-' || c.number || ' ' || c.title`
