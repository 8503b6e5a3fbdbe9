import { defineConfig } from 'drizzle-kit';

/** Read from the build: the tables import each other as Node does. */
export default defineConfig({
  dialect: 'sqlite',
  schema: './dist/platform/database/schema.js',
  out: './drizzle',
});
