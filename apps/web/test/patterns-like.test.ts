import type { EntryResponse, PatternResponse } from '@just-ledger/contract';
import { patternsLike } from '../src/features/journal/patterns-like.js';

const pattern = (change: Partial<PatternResponse> = {}): PatternResponse =>
  ({
    name: 'Monthly rent',
    kind: 'ordinary',
    explanation: 'Rent',
    lines: [{ account: '6100' }, { account: '1010' }],
    ...change,
  }) as PatternResponse;
const entry = (accounts: readonly string[], change: Partial<EntryResponse> = {}) =>
  ({
    kind: 'ordinary',
    explanation: 'rent ',
    lines: accounts.map((account) => ({ account, taxSide: account === '1350' ? 'debit' : null })),
    ...change,
  }) as Pick<EntryResponse, 'kind' | 'explanation' | 'lines'>;

test.each([
  ['with its words and accounts', entry(['1010', '6100']), pattern(), true],
  ['with its tax besides', entry(['6100', '1010', '1350']), pattern(), true],
  [
    'with its name, where it says nothing else',
    entry(['6100', '1010'], { explanation: 'Monthly RENT' }),
    pattern({ explanation: '' }),
    true,
  ],
  ['with other words', entry(['6100', '1010'], { explanation: 'Lease' }), pattern(), false],
  ['on another account', entry(['6100', '1000']), pattern(), false],
  ['with an account more', entry(['6100', '1010', '6200']), pattern(), false],
  ['of another kind', entry(['6100', '1010'], { kind: 'adjusting' }), pattern(), false],
])('an entry %s', (_, posted, kept, isLike) => expect(patternsLike(posted, [kept])).toEqual(isLike ? [kept] : []));
