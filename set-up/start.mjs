import { build, install } from './ready.mjs';

install();
await build();
process.env.JUST_LEDGER_DATA ||= '.data/books';
await import('../apps/server/dist/bundled/main.js');
