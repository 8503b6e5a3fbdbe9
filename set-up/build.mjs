import { build, install } from './ready.mjs';

install();
await build();
