import { build, install } from './ready.mjs';

install();
build();
await import('../apps/server/dist/way-back.main.js');
