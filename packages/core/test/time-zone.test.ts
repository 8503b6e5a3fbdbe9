import { dayIn, isTimeZone } from '../src/index.js';

describe('the day of a moment', () => {
  // source: the IANA time zone database, as the runtime carries it; offsets from memory
  test.each([
    ['Pacific/Auckland', '2026-11-27T10:59:59Z', '2026-11-27'], // +13 in summer
    ['Pacific/Auckland', '2026-11-27T11:00:00Z', '2026-11-28'],
    ['America/New_York', '2026-11-27T04:59:59Z', '2026-11-26'], // −5
    ['America/New_York', '2026-11-27T05:00:00Z', '2026-11-27'],
    ['Europe/Dublin', '2026-03-29T00:59:59Z', '2026-03-29'],
    ['Asia/Kolkata', '2026-12-31T18:30:00Z', '2027-01-01'], // +5:30
    ['UTC', '2028-02-29T23:59:59Z', '2028-02-29'],
  ])('in %s at %s is %s', (zone, moment, day) => {
    expect(dayIn(zone, new Date(moment))).toBe(day);
  });
  test.each([
    ['Europe/Dublin', true],
    ['America/Argentina/Buenos_Aires', true],
    ['UTC', true],
    ['Europe/Sallow_Reach', false],
    ['', false],
    ['+01:00', false],
    ['../etc', false],
  ])('%s names a zone: %s', (text, isOne) => {
    expect(isTimeZone(text)).toBe(isOne);
  });
});
