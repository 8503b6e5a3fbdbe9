import { adjustmentLetter } from '../src/index.js';

test.each([
  [1, 'a'],
  [26, 'z'],
  [27, 'aa'],
  [28, 'ab'],
  [52, 'az'],
  [53, 'ba'],
  [702, 'zz'],
  [703, 'aaa'],
])('adjusting entry %d bears %s', (item, letter) => expect(adjustmentLetter(item)).toBe(letter));
