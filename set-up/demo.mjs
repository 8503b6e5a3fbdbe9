import { build, install } from './ready.mjs';

install();
await build();
process.env.JUST_LEDGER_DATA ||= '.data/demo';
await import('../demo/dist/main.js');
