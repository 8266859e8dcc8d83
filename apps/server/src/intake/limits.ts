/** Largest file that is kept as an attachment, in bytes. */
export const MOST_ATTACHED = 100 * 1024 ** 2
