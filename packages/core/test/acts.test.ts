import { ACT_KEYS, actOf, ACTS, mayDo, MEMBER_ROLE_KEYS } from '../src/index.js';

test.each([
  ['POST', '/drafts/{id}/post', 'post'],
  ['POST', '/drafts/:id/post', 'post'],
  ['GET', '/drafts', 'look'],
  ['HEAD', '/entries', 'look'],
  ['GET', '/outbox', 'people'],
  ['GET', '/archive.zip', 'archive'],
  ['PATCH', '', 'changeOrganisation'],
  ['PUT', '/exchange-rates/{currency}/{date}', 'setUp'],
  ['POST', '/kept-reports', 'keepReports'],
  ['POST', '/something/new', undefined],
  ['DELETE', '/entries/{number}', undefined],
  ['POST', '/drafts/{id}', undefined],
])('%s %s is the act %s: a change that stands nowhere is none', (method, path, act) => {
  expect(actOf(method, path)).toBe(act);
});

test('no request is two acts, and who may do more may do all that others may', () => {
  const routes = ACT_KEYS.flatMap((act): readonly string[] => ACTS[act].routes);
  expect(new Set(routes).size).toBe(routes.length);
  for (const act of ACT_KEYS) {
    const may = MEMBER_ROLE_KEYS.map((role) => mayDo(role, act));
    expect([act, may]).toEqual([act, [...may].sort()]);
    expect([act, may.at(-1)]).toEqual([act, true]);
  }
});
