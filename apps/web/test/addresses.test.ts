import { expect, test } from '@jest/globals';
import { addressesIn } from '../src/features/board-papers/addresses.js';

test.each<[string, string[]]>([
  ['', []],
  ['ada@ferry.test', ['ada@ferry.test']],
  ['ada@ferry.test\n\n ben@ferry.test ', ['ada@ferry.test', 'ben@ferry.test']],
  ['ada@ferry.test, ben@ferry.test; cy@ferry.test', ['ada@ferry.test', 'ben@ferry.test', 'cy@ferry.test']],
  ['ada@ferry.test ben@ferry.test', ['ada@ferry.test', 'ben@ferry.test']],
  ['Ada Lovelace <ada@ferry.test>, Ben <ben@ferry.test>', ['ada@ferry.test', 'ben@ferry.test']],
  // what is no address is told by the server, word by word
  ['the chair', ['the', 'chair']],
  ['ada@ferry.test\nada@ferry.test', ['ada@ferry.test']],
])('%j is %j', (text, addresses) => expect(addressesIn(text)).toEqual(addresses));
