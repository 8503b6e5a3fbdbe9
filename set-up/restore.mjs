import { build, install } from './ready.mjs';

install();
build();
await import('../apps/server/dist/restore.main.js');
