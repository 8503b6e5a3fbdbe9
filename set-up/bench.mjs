import { build, install } from './ready.mjs';

install();
build();
await import('../bench/dist/main.js');
