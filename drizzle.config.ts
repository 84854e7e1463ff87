import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: './server/src/app/schema.ts',
  out: process.env['NIGHT_LEDGER_MIGRATIONS'] ?? './server/migrations',
  casing: 'snake_case',
});
