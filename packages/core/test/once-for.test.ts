import { expect, test } from '@jest/globals';
import { onceFor } from '../src/index.js';

test('what is computed of an object is computed once for each, also where nothing comes of it', () => {
  const asked: string[] = [];
  const find = onceFor(({ name }: { readonly name: string }) => {
    asked.push(name);
    return name === '' ? undefined : [name];
  });
  const [rent, same, none] = [{ name: 'Rent' }, { name: 'Rent' }, { name: '' }];
  expect(find(rent)).toBe(find(rent));
  expect(find(same)).not.toBe(find(rent));
  expect([find(none), find(none)]).toEqual([undefined, undefined]);
  expect(asked).toEqual(['Rent', 'Rent', '']);
});
