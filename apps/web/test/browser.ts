import { TextDecoder, TextEncoder } from 'node:util';

/** What browsers have and jsdom leaves out. */
Object.assign(globalThis, { TextDecoder, TextEncoder });
