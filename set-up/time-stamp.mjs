import { build, install } from './ready.mjs';

install();
build();
await import('../apps/server/dist/time-stamp.main.js');
