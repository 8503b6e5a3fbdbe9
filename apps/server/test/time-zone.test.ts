import { clockFor } from '../src/platform/database/clock.js';
import { problemCodes, RunningServer } from './running-server.js';

test('the clock tells the day where the organisation is, unless its date is fixed', () => {
  const now = (): Date => new Date('2026-11-27T23:30:00.000Z');
  const clock = clockFor(undefined, now);
  expect([clock.today('Europe/Paris'), clock.today('UTC'), clock.moment()]).toEqual([
    '2026-11-28',
    '2026-11-27',
    '2026-11-27T23:30:00.000Z',
  ]);
  const fixed = clockFor('2027-01-18', now);
  expect([fixed.today('Europe/Paris'), fixed.moment()]).toEqual(['2027-01-18', '2027-01-18T23:30:00.000Z']);
});

describe('the time zone of an organisation', () => {
  let server: RunningServer;
  beforeAll(async () => {
    server = await RunningServer.start({ today: '' });
  });
  afterAll(() => server.stop());
  // somewhere it is always another day than somewhere else: these two are 26 hours apart
  const EAST = 'Pacific/Kiritimati';
  const WEST = 'Etc/GMT+12';

  test('says which day is today in its books, and can change', async () => {
    const path = await server.organisation({ firstDay: '2026-01-01', timeZone: EAST });
    const today = async (): Promise<string> => (await server.request('GET', `${path}/fiscal-years`)).body.today;
    const east = await today();
    const { version } = (await server.request('GET', path)).body;
    const changed = await server.request('PATCH', path, { version, timeZone: WEST });
    expect([changed.status, changed.body.timeZone]).toEqual([200, WEST]);
    expect((await today()) < east).toBe(true);
    const { body: changes } = await server.request('GET', `${path}/set-up-changes?subject=organisation`);
    expect(changes[0].fields).toEqual([{ field: 'time zone', from: EAST, to: WEST }]);
  });
  test('is that of the server where nobody says, and refused where there is none of that name', async () => {
    const path = await server.organisation();
    const { body } = await server.request('GET', path);
    expect(body.timeZone).toBe(Intl.DateTimeFormat().resolvedOptions().timeZone);
    const refused = await server.request('PATCH', path, { version: body.version, timeZone: 'Europe/Sallow_Reach' });
    expect([refused.status, problemCodes(refused)]).toEqual([422, ['time-zone at timeZone']]);
  });
});
