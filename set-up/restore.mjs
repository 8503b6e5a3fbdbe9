import { build, install } from './ready.mjs';

install();
await build();
await import('../apps/server/dist/bundled/restore.main.js');
