import { defineConfig } from 'drizzle-kit';

// `generate` works offline: no credentials on purpose. Migrations are applied by the app at start.
export default defineConfig({
  dialect: 'postgresql',
  schema: './src/lib/server/db/schema/*.ts',
  out: './drizzle',
  migrations: { prefix: 'timestamp' },
  casing: 'snake_case',
  strict: true
});
