/** Longest text kept of one message, stack or output, in UTF-16 units. What is beyond is cut, and the file gets a warning. */
export const MAX_TEXT = 1_048_576

/** Longest content of an attachment inside a result file, in characters; base64 makes four of three bytes. */
export const MAX_CONTENT = 32 * 1024 * 1024

/** Longest text that is read at all without an element in it, in UTF-16 units: what is longer is no result file. */
export const MAX_PIECE = 64 * 1024 * 1024

/** Longest name kept (test, suite, class, property name). */
export const MAX_NAME = 10_000

/** Deepest nesting of elements or objects that is read. */
export const MAX_DEPTH = 1_000
