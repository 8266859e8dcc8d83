/** What decorators of class-transformer said; its package exports the type of it, and not the thing. */
declare module 'class-transformer/cjs/storage.js' {
  export { defaultMetadataStorage } from 'class-transformer/types/storage.js'
}
