import { build, install } from './ready.mjs';

install();
await build();
await import('../apps/server/dist/bundled/verify.main.js');
