import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { commands, openForCommands, runCommand } from '../src/composition/commands.js';
import { fullCheck } from '../src/areas/proofs/chain-check.js';
import { clockFor } from '../src/platform/database/clock.js';
import { openForReading } from '../src/platform/database/connection.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { CommandGroups } from '../src/platform/threads/command-groups.js';
import { toldError } from '../src/platform/problems/told-error.js';
import type { Answer, Question } from '../src/platform/threads/serve-tasks.js';
import type { WriteContext } from '../src/platform/threads/write-context.js';

let folder: string;
let context: WriteContext;
let groups: CommandGroups;
/** How many commits others would have seen. */
let commits: number;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-groups-'));
  await prepareBooks(folder);
  context = openForCommands(folder, clockFor('2027-01-18'));
  const { $client } = context.db;
  groups = new CommandGroups(
    context,
    (taskName, args) => {
      // what a full disk does: the whole transaction is gone, and the command says why
      if (taskName === 'loseAll') {
        $client.exec('ROLLBACK');
        throw Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
      }
      return runCommand(context, commands.get(taskName), args);
    },
    (taskName) => taskName !== 'loseAll' && commands.get(taskName).demands.ownTransaction === true,
    Infinity,
  );
  const seen = openForReading(folder);
  const version = seen.$client.prepare<[], number>('PRAGMA data_version').pluck();
  let last = version.get();
  commits = 0;
  ask = (...questions) => {
    const waiting = questions.map(([taskName, args], id): Question => ({ id, taskName, args }));
    const answers: Answer[] = [];
    groups.serve(waiting, (answer) => {
      answers.push(answer);
      // an answer is given only when what it tells can be seen by others
      const now = version.get();
      if (now !== last) commits += 1;
      last = now;
    });
    return answers;
  };
  const person = { email: 'owner@sallow-reach.test', name: 'Owner', passwordHash: '-' };
  const request = {
    name: 'Group',
    kind: 'company',
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: '2026-01-01',
    starterChart: true,
  };
  ask(['createFirstOwner', person], ['createOrganisation', { person: 1, request }]);
  commits = 0;
});
afterEach(() => {
  context.db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

let ask: (...questions: [taskName: string, args: unknown][]) => Answer[];

const post = (amount: string, credit = amount, key?: string): [string, unknown] => [
  'postEntry',
  {
    organisation: 1,
    person: 1,
    key,
    request: {
      date: '2026-05-01',
      explanation: 'Delivery',
      lines: [
        { account: '1010', debit: amount },
        { account: '4000', credit },
      ],
    },
  },
];

/** How each was answered: its number, or why not. */
const outcomes = (answers: readonly Answer[]): unknown[] =>
  answers.map((answer) =>
    answer.type === 'done'
      ? (answer.value as { number?: string }).number
      : answer.type === 'refused'
        ? [answer.status, answer.problems[0]?.code]
        : answer.message,
  );
const entries = (): unknown => context.db.$client.prepare('SELECT count(*) FROM entry').pluck().get();

describe('commands that wait together', () => {
  test('share one commit, in the order in which they came; one that is refused takes back only itself', () => {
    const answers = ask(
      post('1.00'),
      post('2.00', '3.00'),
      post('4.00', '4.00', 'k'),
      post('4.00', '4.00', 'k'),
      post('5.00'),
    );
    expect(outcomes(answers)).toEqual(['2026-0001', [422, 'unbalanced'], '2026-0002', '2026-0002', '2026-0003']);
    expect(answers.map(({ id }) => id)).toEqual([0, 1, 2, 3, 4]);
    expect([commits, entries()]).toEqual([1, 3]);
    expect(fullCheck(context.db, 1)).toMatchObject({ checkedTo: 3, proofs: [{ holds: true }, { holds: true }] });
  });
  test('hold not at all when the database takes their transaction back, and the next ones go on', () => {
    const answers = ask(post('1.00'), post('2.00', '3.00'), ['loseAll', {}], post('4.00'));
    const full = 'database or disk is full';
    expect(outcomes(answers)).toEqual([full, [422, 'unbalanced'], full, '2026-0001']);
    expect(entries()).toBe(1);
    expect(outcomes(ask(post('5.00'), post('6.00')))).toEqual(['2026-0002', '2026-0003']);
    expect(fullCheck(context.db, 1)).toMatchObject({ checkedTo: 3, proofs: [{ holds: true }, { holds: true }] });
  });
  test('are refused in words where the file may grow no further, and go on once it may', () => {
    const { $client } = context.db;
    const long = (index: number): [string, unknown] => {
      const [name, args] = post(`${index + 1}.00`);
      return [
        name,
        { ...(args as object), request: { ...(args as { request: object }).request, explanation: 'x'.repeat(400) } },
      ];
    };
    const many = Array.from({ length: 200 }, (_, index) => long(index));
    $client.pragma(`max_page_count = ${String($client.pragma('page_count', { simple: true }))}`);
    const refused = ask(...many);
    const kept = refused.filter(({ type }) => type === 'done').length;
    expect(refused.find(({ type }) => type === 'failed')).toMatchObject({ code: 'SQLITE_FULL' });
    expect(toldError(Object.assign(new Error('full'), { code: 'SQLITE_FULL' }))).toMatchObject({
      status: 507,
      problems: [{ code: 'disc-full', message: 'The disc of the server is full. Nothing was changed.' }],
    });
    expect(entries()).toBe(kept);
    $client.pragma('max_page_count = 1000000');
    expect(ask(...many).every(({ type }) => type === 'done')).toBe(true);
    expect(entries()).toBe(kept + many.length);
    expect(fullCheck(context.db, 1).proofs.every(({ holds }) => holds)).toBe(true);
  });
  test('are not held back by one that needs a transaction of its own, which comes in its turn', () => {
    const rows = { ...{ organisation: 1, person: 1 }, rows: [] };
    const answers = ask(post('1.00'), post('2.00'), ['importAccounts', rows], post('3.00'), ['are-you-there', null]);
    expect([outcomes(answers)[0], outcomes(answers)[1], outcomes(answers)[3]]).toEqual([
      '2026-0001',
      '2026-0002',
      '2026-0003',
    ]);
    expect(answers.at(-1)).toEqual({ id: 4, type: 'done', value: true });
  });
});
