/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { BroadcastChannel } from 'node:worker_threads';
import { joinTabs, openTabs, tabName } from '../src/api/open-tabs.js';
import { emptyForm } from '../src/features/journal/entry-form.js';
import {
  keepTyping,
  type KeptTyping,
  keptTyping,
  leftTyping,
  useTypingBefore,
} from '../src/features/journal/kept-typing.js';

const found = { person: 'wren@sallow-reach.test', organisation: 1, draft: '' };
const typing = (explanation: string, moment = '2027-01-18T09:00:00.000Z'): KeptTyping => ({
  form: { ...emptyForm('18 Jan 2027'), explanation },
  key: explanation,
  at: moment,
});

/** One that holds up nothing when the tests are over. */
class Channel extends BroadcastChannel {
  constructor(name: string) {
    super(name);
    this.unref();
  }
}

let other: BroadcastChannel;
beforeAll(() => {
  Object.assign(globalThis, { BroadcastChannel: Channel });
  other = new BroadcastChannel('just-ledger.tabs');
  other.onmessage = ({ data }: { data: unknown }): void => {
    if ((data as { type: string }).type === 'who') other.postMessage({ type: 'here', name: 'another', page: 'z' });
  };
  joinTabs();
});
afterAll(() => other.close());
beforeEach(() => localStorage.clear());

describe('what is half typed', () => {
  test('is kept by person, organisation and draft', () => {
    keepTyping(found, typing('Rent'));
    expect(keptTyping(found)?.form.explanation).toBe('Rent');
    for (const elsewhere of [{ person: 'ash@sallow-reach.test' }, { organisation: 11 }, { draft: '1' }])
      expect(keptTyping({ ...found, ...elsewhere })).toBeUndefined();
    keepTyping(found, undefined);
    expect(keptTyping(found)).toBeUndefined();
  });

  test('is gone on with where it was begun from the same, else laid aside and offered', async () => {
    const half = { ...typing('Correction'), source: 'correction of 2027-0001 1' };
    keepTyping(found, half);
    expect(renderHook(() => useTypingBefore(found, half.source)).result.current?.key).toBe('Correction');
    expect(renderHook(() => useTypingBefore(found)).result.current).toBeUndefined();
    expect(keptTyping(found)).toBeUndefined();
    expect((await leftTyping(found)).map(({ key }) => key)).toEqual(['Correction']);
  });

  test('is told of as left behind once its tab is open no more, the latest first', async () => {
    keepTyping(found, typing('here'));
    keepTyping(found, typing('in an open tab'), 'another');
    keepTyping(found, typing('before', '2027-01-17T09:00:00.000Z'), 'closed');
    keepTyping(found, typing('after', '2027-01-18T08:00:00.000Z'), 'crashed');
    keepTyping({ ...found, draft: '7' }, typing('a draft'), 'closed');
    const left = await leftTyping(found);
    expect(left.map(({ form, tab }) => [form.explanation, tab])).toEqual([
      ['after', 'crashed'],
      ['before', 'closed'],
    ]);
  });

  test('is nothing where what was kept cannot be read', async () => {
    localStorage.setItem(`just-ledger.typing ${found.person} 1 new closed`, '{');
    expect(await leftTyping(found)).toEqual([]);
  });
});

describe('a tab', () => {
  test('keeps its name, and takes another where one that is open has it', async () => {
    const name = tabName();
    expect(await openTabs()).toEqual(new Set([name, 'another']));
    expect(tabName()).toBe(name);
    other.postMessage({ type: 'here', name, page: '' });
    await openTabs();
    expect(tabName()).not.toBe(name);
    expect(sessionStorage.getItem('just-ledger.tab')).toBe(tabName());
  });
});
