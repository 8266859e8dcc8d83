/** Mocha's reporters write failing hooks as if they were tests: `"before all" hook for "admits one"`. Looks closely only where it may be. */
export const isMochaHook = (name: string): boolean => name.includes('" hook') && /"(?:before|after) (?:all|each)" hook/.test(name)
