import { build, install } from './ready.mjs';

install();
await build();
await import('../bench/dist/main.js');
