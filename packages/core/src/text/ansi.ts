/** What a program tells its terminal, after ECMA-48: colours, and whatever else begins with CSI; also titles and links (OSC). */
const ESCAPES = /\u001b(?:\[[0-?]*[ -/]*[@-~]|\][^\u0007\u001b]*(?:\u0007|\u001b\\)?)/g

/** Text without what it tells a terminal. */
export const plainText = (text: string): string => (text.includes('\u001b') ? text.replace(ESCAPES, '') : text)
