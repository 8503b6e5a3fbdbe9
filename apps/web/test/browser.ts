import { TextDecoder, TextEncoder } from 'node:util';

/** What browsers have and jsdom leaves out. */
Object.assign(globalThis, { TextDecoder, TextEncoder });
if (typeof Blob !== 'undefined' && !('text' in Blob.prototype)) {
  Object.assign(Blob.prototype, {
    text(this: Blob): Promise<string> {
      return new Promise((resolve, reject) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result));
        reader.onerror = () => reject(new Error('The file cannot be read.'));
        reader.readAsText(this);
      });
    },
  });
}
