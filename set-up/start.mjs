import { build, install } from './ready.mjs';

install();
build();
process.env.JUST_LEDGER_DATA ||= '.data/books';
await import('../apps/server/dist/main.js');
