import { addressWithMarks, withMarksKept, withMarksShown } from '../src/api/direction-marks.js';

test.each([
  ['Low\u202eriew', 'Low⟨RLO⟩riew'],
  ['\u2066Ida\u2069 \u200e', '⟨LRI⟩Ida⟨PDI⟩ ⟨LRM⟩'],
  ['נהר \u200f', 'נהר ⟨RLM⟩'],
  ['⟨of two⟩', '⟨of two⟩'],
])('%j is shown as %s, and kept as it was', (kept, shown) => {
  expect(withMarksShown(kept)).toBe(shown);
  expect(withMarksKept(shown)).toBe(kept);
  const address = (text: string): string => `/api/organisations/1/contacts?text=${encodeURIComponent(text)}`;
  expect(addressWithMarks(address(shown))).toBe(address(kept));
});
