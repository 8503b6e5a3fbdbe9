declare module 'class-transformer/cjs/storage.js' {
  /** Where class-transformer keeps what its decorators say; its package exports it only this way. */
  export { defaultMetadataStorage } from 'class-transformer/types/storage.js';
}
