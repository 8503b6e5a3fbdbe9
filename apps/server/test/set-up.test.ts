import { RunningServer, problemCodes, csv, type Reply } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

const post = (path: string, body: object): Promise<Reply> => server.request('POST', path, body);
const put = (path: string, body: object): Promise<Reply> => server.request('PUT', path, body);
const get = (path: string): Promise<Reply> => server.request('GET', path);

/** An entry of two lines. */
const entry = (date: string, debit: string, credit: string, amount: string, more: object = {}): object => ({
  date,
  explanation: 'In the course of the year',
  lines: [
    { account: debit, debit: amount, ...more },
    { account: credit, credit: amount, ...more },
  ],
});

describe('breakdowns', () => {
  let path: string;
  beforeAll(async () => {
    path = await server.organisation({ kind: 'co-operative' });
  });

  test('have values in a tree, one of them filled in as usual', async () => {
    const made = await post(`${path}/breakdowns`, { name: 'Site' });
    expect([made.status, made.body]).toMatchObject([201, { id: 1, name: 'Site', selfBalancing: false, values: [] }]);
    await post(`${path}/breakdowns/1/values`, { name: 'Orchards' });
    await post(`${path}/breakdowns/1/values`, { name: 'Ferry Lane', parent: 'Orchards' });
    const { body } = await post(`${path}/breakdowns/1/values`, { name: 'Press house' });
    expect(body.values).toMatchObject([
      { name: 'Orchards', heading: true, depth: 0 },
      { name: 'Ferry Lane', heading: false, depth: 1, parent: 'Orchards', lines: 0 },
      { name: 'Press house', heading: false, depth: 0 },
    ]);
    const usual = await put(`${path}/breakdowns/1`, { name: 'Site', usualValue: 'Press house', version: 1 });
    expect(usual.body).toMatchObject({ usualValue: 'Press house', version: 2 });
    expect((await put(`${path}/breakdowns/1`, { name: 'Place', version: 1 })).status).toBe(409);
  });

  test('are named by lines: an account may need one, and headings and retired values take none', async () => {
    const { body: accounts } = await get(`${path}/accounts`);
    const rent = accounts.find((account: { number: string }) => account.number === '6100');
    const { status, body } = await put(`${path}/accounts/${rent.id}`, {
      number: '6100',
      name: 'Rent',
      element: 'expense',
      breakdowns: ['site'],
      version: rent.version,
    });
    expect([status, body.breakdowns]).toEqual([200, ['Site']]);
    const refused = await post(`${path}/entries`, entry('2026-02-01', '6100', '1010', '10.00'));
    expect(problemCodes(refused)).toEqual(['breakdown-missing at lines.0.breakdowns.Site']);
    const read = (site: string): object =>
      entry('2026-02-01', '6100', '1010', '10.00', { breakdowns: { Site: site } });
    expect(problemCodes(await post(`${path}/entries`, read('Orchards')))).toContain(
      'breakdown-value-heading at lines.0.breakdowns.Site',
    );
    expect((await post(`${path}/entries`, read('Ferry Lane'))).status).toBe(201);
    await server.lookedAt('PUT', `${path}/breakdowns/1/values/2`, {
      name: 'Ferry Lane',
      parent: 'Orchards',
      active: false,
    });
    expect(problemCodes(await post(`${path}/entries`, read('Ferry Lane')))).toContain(
      'breakdown-value-retired at lines.0.breakdowns.Site',
    );
    const reversal = await post(`${path}/entries/2026-0001/reverse`, { date: '2026-02-02' });
    expect(reversal.status).toBe(201);
  });

  test('keep what posted lines name', async () => {
    expect(problemCodes(await server.remove(`${path}/breakdowns/1/values/2`))).toEqual([
      'breakdown-value-in-use at ',
    ]);
    expect(problemCodes(await server.remove(`${path}/breakdowns/1/values/1`))).toEqual([
      'breakdown-value-in-use at ',
    ]);
    expect(problemCodes(await server.remove(`${path}/breakdowns/1/values/3`))).toEqual([
      'breakdown-value-in-use at ',
    ]);
    expect(problemCodes(await server.remove(`${path}/breakdowns/1`))).toEqual(['breakdown-in-use at ']);
    expect(problemCodes(await post(`${path}/breakdowns/1/values`, { name: 'Barn', parent: 'Ferry Lane' }))).toEqual([
      'breakdown-value-posted at parent',
    ]);
    expect(problemCodes(await post(`${path}/breakdowns`, { name: 'Fund', selfBalancing: true }))).toEqual([
      'breakdown-in-use at selfBalancing',
    ]);
    expect((await server.remove(`${path}/breakdowns/9`)).status).toBe(404);
  });

  test('that nothing names can go', async () => {
    await post(`${path}/breakdowns`, { name: 'Project' });
    await post(`${path}/breakdowns/2/values`, { name: 'Cider fair' });
    await post(`${path}/breakdowns/2/values`, { name: 'Stall', parent: 'Cider fair' });
    expect((await server.remove(`${path}/breakdowns/2`)).status).toBe(204);
    expect((await get(`${path}/breakdowns`)).body).toHaveLength(1);
  });

  test('stand in a chart file by name', async () => {
    const { body: file } = await get(`${path}/accounts.csv`);
    expect(file.split('\r\n').find((row: string) => row.startsWith('6100'))).toMatch(/,false,Site,,,$/);
    const read = await server.request('POST', `${path}/accounts/import`, file);
    expect([read.status, read.body.created]).toEqual([200, 0]);
    const again = await get(`${path}/accounts.csv`);
    expect(again.body).toBe(file);
    const wrong = csv([
      ['number', 'name', 'element', 'breakdowns'],
      ['6100', 'Rent', 'expense', 'Moon'],
    ]);
    expect(problemCodes(await server.request('POST', `${path}/accounts/import`, wrong))).toEqual([
      'breakdown-unknown at rows.2.breakdowns',
    ]);
  });
});

describe('contacts', () => {
  let path: string;
  const low = {
    name: 'Low Weir Shop',
    roles: ['customer'],
    terms: '30',
    bank: { iban: 'GB82 WEST 1234 5698 7654 32' },
  };
  beforeAll(async () => {
    path = await server.organisation();
  });

  test('have terms, currency, ways to reach them and a bank', async () => {
    const { status, body } = await post(`${path}/contacts`, { ...low, currency: 'GBP', email: 'shop@low-weir.test' });
    expect([status, body]).toMatchObject([
      201,
      { number: '1', terms: '30 days', currency: 'GBP', bank: { iban: 'GB82WEST12345698765432' }, lines: 0 },
    ]);
    expect(problemCodes(await post(`${path}/contacts`, { ...low, name: 'Other', bank: { iban: 'GB82' } }))).toEqual([
      'bank-iban at bank.iban',
    ]);
    expect(problemCodes(await post(`${path}/contacts`, low))).toEqual(['contact-taken at name']);
  });

  test('are changed by version, retired, and named no more by new lines', async () => {
    const changed = await put(`${path}/contacts/1`, { ...low, name: 'Low Weir', active: false, version: 1 });
    expect(changed.body).toMatchObject({ name: 'Low Weir', active: false, currency: null, version: 2 });
    expect((await put(`${path}/contacts/1`, { ...low, version: 1 })).status).toBe(409);
    const sale = entry('2026-03-01', '1100', '4000', '5.00', { contact: 'Low Weir' });
    expect(problemCodes(await post(`${path}/entries`, sale))).toContain('contact-retired at lines.0.contact');
    await put(`${path}/contacts/1`, { ...low, name: 'Low Weir', version: 2 });
    expect((await post(`${path}/entries`, sale)).status).toBe(201);
    expect(problemCodes(await server.remove(`${path}/contacts/1`))).toEqual(['contact-in-use at ']);
  });

  test('duplicates are merged: their names lead to the one that stays, in one step', async () => {
    await post(`${path}/contacts`, { name: 'Low Wier', roles: ['supplier'] });
    await post(`${path}/contacts`, { name: 'Lowweir', roles: ['member'] });
    expect((await post(`${path}/contacts/3/merge`, { into: 2, version: 1 })).status).toBe(200);
    const merged = await post(`${path}/contacts/2/merge`, { into: 1, version: 2 });
    expect(merged.body).toMatchObject({ id: 1, roles: ['customer', 'supplier', 'member'] });
    const { body } = await get(`${path}/contacts`);
    expect(body.map((item: { id: number; mergedInto: number | null }) => [item.id, item.mergedInto])).toEqual([
      [1, null],
      [2, 1],
      [3, 1],
    ]);
    const sale = entry('2026-03-02', '1100', '4000', '6.00', { contact: 'lowweir' });
    const posted = await post(`${path}/entries`, sale);
    expect(posted.body.lines[0].contact).toBe('Low Weir');
    expect(problemCodes(await post(`${path}/contacts/3/merge`, { into: 1, version: 2 }))).toEqual([
      'contact-merged at ',
    ]);
    expect(problemCodes(await post(`${path}/contacts/1/merge`, { into: 1, version: 4 }))).toEqual([
      'contact-itself at into',
    ]);
    expect(problemCodes(await post(`${path}/contacts/1/merge`, { into: 3, version: 4 }))).toEqual([
      'contact-merged at into',
    ]);
    expect(problemCodes(await server.remove(`${path}/contacts/1`))).toEqual(['contact-in-use at ']);
    expect((await server.remove(`${path}/contacts/3`)).status).toBe(204);
  });
});

describe('an organisation', () => {
  test('changes in every respect until something is posted, then says what stands in the way', async () => {
    const path = await server.organisation({ kind: 'sole-trader', changeoverDate: '2025-12-31' });
    const wanted = {
      name: 'Weir & Sons',
      kind: 'partnership',
      baseCurrency: 'GBP',
      fiscalYearStartMonth: 4,
      firstDay: '2026-04-01',
      changeoverDate: null,
    };
    const first = await server.request('PATCH', path, { ...wanted, version: 1 });
    expect([first.status, first.body]).toMatchObject([200, { ...wanted, version: 2 }]);
    expect((await server.request('PATCH', path, { name: 'x', version: 1 })).status).toBe(409);
    expect((await post(`${path}/accounts/starter`, { partners: [{ name: 'Ash', share: 2 }] })).status).toBe(204);
    const { body: accounts } = await get(`${path}/accounts`);
    expect(accounts.map((account: { name: string }) => account.name)).toContain('Ash, capital');
    await post(`${path}/entries`, entry('2026-04-01', '1010', '3000', '100.00'));
    const refused = await server.request('PATCH', path, {
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2026-01-01',
      version: 2,
    });
    expect(problemCodes(refused)).toEqual([
      'in-use at baseCurrency',
      'in-use at firstDay',
      'in-use at fiscalYearStartMonth',
    ]);
    expect(refused.body.problems[0].message).toContain('Entry 2027-0001 is posted');
    expect(problemCodes(await post(`${path}/accounts/starter`, {}))).toEqual(['chart-in-use at ']);
    const kind = await server.request('PATCH', path, { kind: 'sole-trader', version: 2 });
    expect(kind.body).toMatchObject({ kind: 'sole-trader' });
  });

  test('keeps its kind once a year is closed, and its changeover date behind the last opening entry', async () => {
    const path = await server.organisation({ changeoverDate: '2026-03-31' });
    await post(`${path}/entries`, { ...entry('2026-03-31', '1010', '3000', '50.00'), kind: 'opening' });
    const early = await server.request('PATCH', path, { changeoverDate: '2026-02-28', version: 1 });
    expect(problemCodes(early)).toEqual(['in-use at changeoverDate']);
    await post(`${path}/fiscal-years/2026/closing`, {});
    const kind = await server.request('PATCH', path, { kind: 'non-profit', version: 1 });
    expect(problemCodes(kind)).toEqual(['in-use at kind']);
  });

  test.each([
    [{ partners: [] }, 'none-named at partners'],
    [{ partners: [{ name: 'Ash', share: 0 }] }, 'invalid at partners.0.share'],
    [{ shareClasses: ['A', 'a '] }, 'named-twice at shareClasses.1'],
    [{ funds: [{ name: 'Roof', restriction: 'whim' }] }, 'invalid at funds.0.restriction'],
    [{ funds: [{ name: ' ', restriction: 'none' }] }, 'name at funds.0.name'],
    [{ firstDay: '2026-02-30' }, 'not-a-date at firstDay'],
    [{ changeoverDate: 'soon' }, 'not-a-date at changeoverDate'],
  ])('is not begun with %j', async (change, problem) => {
    const before = (await get('/api/organisations')).body.length;
    const given = {
      name: 'Half begun',
      kind: 'company',
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2026-01-01',
      starterChart: true,
    };
    expect(problemCodes(await post('/api/organisations', { ...given, ...change }))).toEqual([problem]);
    expect((await get('/api/organisations')).body.length).toBe(before);
  });

  test('that is only half started can be gone on with, and is forgotten once it stands', async () => {
    expect((await get('/api/unfinished-start')).body).toEqual({ answers: null, updatedAt: null });
    await put('/api/unfinished-start', { answers: { kind: 'company', name: 'Half' } });
    await put('/api/unfinished-start', { answers: { kind: 'company', name: 'Half a name' } });
    expect((await get('/api/unfinished-start')).body.answers).toEqual({ kind: 'company', name: 'Half a name' });
    await server.organisation({ name: 'Whole' });
    expect((await get('/api/unfinished-start')).body.answers).toBeNull();
    await put('/api/unfinished-start', { answers: {} });
    expect((await server.request('DELETE', '/api/unfinished-start')).status).toBe(204);
    expect((await get('/api/unfinished-start')).body.answers).toBeNull();
  });

  test('has a list of papers that are ticked and annotated', async () => {
    const path = await server.organisation({ kind: 'non-profit', changeoverDate: '2025-12-31' });
    const { body } = await get(`${path}/papers`);
    expect(body.map((item: { key: string }) => item.key)).toEqual(
      expect.arrayContaining(['bank-statements', 'funds']),
    );
    const kept = await server.lookedAt('PUT', `${path}/papers/funds`, {
      state: 'at-hand',
      note: 'in the blue folder',
    });
    expect(kept.body.find((candidate: { key: string }) => candidate.key === 'funds')).toMatchObject({
      state: 'at-hand',
      note: 'in the blue folder',
    });
    expect((await server.lookedAt('PUT', `${path}/papers/funds`, { state: 'lost', note: '' })).status).toBe(422);
    expect((await server.lookedAt('PUT', `${path}/papers/no-such`, { state: 'wanted', note: '' })).status).toBe(404);
  });
});

test('a chart that is begun anew leaves a trail of what it was, which the proofs agree with', async () => {
  const path = await server.organisation({ kind: 'non-profit' });
  await post(`${path}/breakdowns`, { name: 'Project' });
  await post(`${path}/breakdowns/2/values`, { name: 'Roof' });
  for (const number of ['8801', '8802', '8803'])
    await post(`${path}/accounts`, { number, name: `Purse ${number}`, element: 'expense' });
  await put(`${path}/breakdowns/1`, { name: 'Money', version: await server.versionAt(`${path}/breakdowns/1`) });
  expect((await post(`${path}/accounts/starter`, { funds: [{ name: 'Only', restriction: 'none' }] })).status).toBe(
    204,
  );
  const { proofs } = (await post(`${path}/proofs/check`, {})).body as { proofs: { key: string; remark: string }[] };
  expect(proofs.find(({ key }) => key === 'history')).toMatchObject({ holds: true });
  const told = async (query: string): Promise<unknown[]> =>
    (await get(`${path}/set-up-changes?${query}`)).body.map((change: { title: string; action: string }) => [
      change.title,
      change.action,
    ]);
  expect(await told('subject=account')).toContainEqual(['8803 Purse 8803', 'removed']);
  // what becomes of its values is told with a breakdown
  expect(await told('subject=breakdown&object=2')).toEqual([
    ['Project: Roof', 'added'],
    ['Project', 'added'],
  ]);
  expect(await told('subject=breakdown-value')).toContainEqual(['Money: General fund', 'removed']);
  await server.remove(`${path}/breakdowns/2`);
  expect((await told('subject=breakdown&object=2')).slice(0, 2)).toEqual([
    ['Project', 'removed'],
    ['Project: Roof', 'removed'],
  ]);
});

test('the overview tells where each organisation stands', async () => {
  const path = await server.organisation({ kind: 'non-profit', changeoverDate: '2025-12-31' });
  const id = Number(path.split('/').at(-1));
  const status = async (): Promise<Reply['body']> =>
    (await get('/api/overview')).body.find((candidate: { organisation: number }) => candidate.organisation === id);
  // what is read whole stands beside what is proved at once; until it was, the overview has four
  await server.done('POST', `${path}/proofs/check`);
  expect(await status()).toMatchObject({
    entries: 0,
    lastDate: null,
    drafts: 0,
    due: 0,
    openMonths: 0,
    yearToClose: null,
    proofs: 8,
    proofsFailing: 0,
  });
  const { papersWanted } = await status();
  await server.lookedAt('PUT', `${path}/papers/funds`, { state: 'not-needed', note: '' });
  const fund = { breakdowns: { Fund: 'General fund' } };
  await post(`${path}/entries`, entry('2026-03-02', '6100', '1010', '20.00', fund));
  await post(`${path}/entries`, entry('2026-05-02', '6100', '1010', '20.00', fund));
  await post(`${path}/drafts`, { date: '2027-01-02', lines: [] });
  const { date, ...rent } = { date: '', ...entry('', '6100', '1010', '20.00', fund) };
  const schedule = { unit: 'month', every: 1, day: 5, from: '2026-11-05' };
  const kept = await post(`${path}/recurring-journals`, { name: 'Rent', schedule, entry: rent });
  expect([date, kept.status]).toEqual(['', 201]);
  expect(await status()).toMatchObject({
    entries: 2,
    lastDate: '2026-05-02',
    drafts: 1,
    due: 3,
    openMonths: 2,
    yearToClose: '2026',
    papersWanted: papersWanted - 1,
  });
  await post(`${path}/periods/2026-03/lock`, {});
  expect(await status()).toMatchObject({ openMonths: 1, papersWanted: 0 });
});

test('a starter chart tells in the trail which accounts need a fund, and is refused whole where a name is taken', async () => {
  const path = await server.organisation({ kind: 'non-profit' });
  const { body: accounts } = await get(`${path}/accounts`);
  const donations = accounts.find((account: { number: string }) => account.number === '4000');
  expect([donations.breakdowns, donations.version]).toEqual([['Fund'], 1]);
  const { body: trail } = await get(`${path}/set-up-changes?subject=account&object=${donations.id}`);
  expect(trail[0].fields).toContainEqual({ field: 'needs a breakdown', from: null, to: 'Fund' });
  expect((await post(`${path}/accounts/starter`, {})).status).toBe(204);
  const other = await server.organisation({ kind: 'non-profit', starterChart: false });
  await post(`${other}/breakdowns`, { name: 'Fund' });
  expect(problemCodes(await post(`${other}/accounts/starter`, {}))).toEqual(['breakdown-taken at name']);
  expect((await get(`${other}/accounts`)).body).toEqual([]);
});

describe('the audit trail', () => {
  test('tells who changed what of the set-up, from what to what, as a list and for one object', async () => {
    const path = await server.organisation({ kind: 'company', starterChart: false });
    const { body: made } = await post(`${path}/accounts`, { number: '6100', name: 'Rent' });
    await put(`${path}/accounts/${made.id}`, { number: '6110', name: 'Rent of the barn', version: 1 });
    await put(`${path}/accounts/${made.id}`, { number: '6110', name: 'Rent of the barn', version: 2 });
    await post(`${path}/contacts`, { name: 'Low Weir', roles: ['customer'] });
    await server.request('PATCH', path, { name: 'Sallow Reach Press', version: 1 });
    await server.remove(`${path}/accounts/${made.id}`);
    const { body } = await get(`${path}/set-up-changes`);
    expect(
      body.map((item: { subject: string; action: string; title: string }) => [item.subject, item.action, item.title]),
    ).toEqual([
      ['account', 'removed', '6110 Rent of the barn'],
      ['organisation', 'changed', 'Sallow Reach Press'],
      ['contact', 'added', '1 Low Weir'],
      ['account', 'changed', '6110 Rent of the barn'],
      ['account', 'added', '6100 Rent'],
      ['organisation', 'added', 'Sallow Reach'],
    ]);
    expect(body[3]).toMatchObject({
      by: 'owner',
      at: expect.stringMatching(/^2027-01-18T/),
      fields: [
        { field: 'number', from: '6100', to: '6110' },
        { field: 'name', from: 'Rent', to: 'Rent of the barn' },
      ],
    });
    const reply = await get(`${path}/set-up-changes?subject=account&object=${made.id}`);
    expect(reply.body).toHaveLength(3);
    const earlier = await get(`${path}/set-up-changes?before=${body[3].id}`);
    expect(earlier.body).toHaveLength(2);
    expect((await get(`${path}/set-up-changes?subject=thing`)).status).toBe(422);
  });

  test('has no entry for a change that was refused', async () => {
    const path = await server.organisation({ starterChart: false });
    const before = (await get(`${path}/set-up-changes`)).body.length;
    await post(`${path}/accounts`, { number: '6100', name: '' });
    await server.request('POST', `${path}/accounts/import`, 'number,name,element\n1,A,asset\n2,B,thing\n');
    expect((await get(`${path}/set-up-changes`)).body).toHaveLength(before);
  });
});

test('headings take their accounts with them: an account is shown where its heading is', async () => {
  const path = await server.organisation();
  const { body: heading } = await post(`${path}/accounts`, { number: '15', name: 'Plant' });
  expect(heading.classification).toBe('current-assets');
  const { body: press } = await post(`${path}/accounts`, { number: '1530', name: 'Press', parent: '15' });
  expect([press.classification, press.parent]).toEqual(['current-assets', '15']);
  await put(`${path}/accounts/${heading.id}`, {
    number: '15',
    name: 'Plant',
    classification: 'non-current-assets',
    version: 1,
  });
  const { body: accounts } = await get(`${path}/accounts`);
  expect(accounts.find((account: { number: string }) => account.number === '1530')).toMatchObject({
    classification: 'non-current-assets',
    version: 2,
  });
});
