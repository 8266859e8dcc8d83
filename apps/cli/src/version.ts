/** As in package.json; a test keeps them alike. */
export const VERSION = '0.1.0'
