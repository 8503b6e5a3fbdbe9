import { build, install } from './ready.mjs';

install();
build();
