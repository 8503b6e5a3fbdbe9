import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { booksFile } from '../src/platform/database/connection.js';
import { Refusal } from '../src/platform/problems/refusal.js';
import type { Task } from '../src/platform/threads/task.js';
import { clockFor } from '../src/platform/database/clock.js';
import { workFor } from '../src/platform/threads/asker.js';
import { ReadingPool } from '../src/platform/threads/reading-pool.js';
import { TaskWorker } from '../src/platform/threads/task-worker.js';
import { RunningServer } from './running-server.js';

// what the thread of the tests does is in its own program; here are only names and types
const task = <Args>(taskName: string): Task<unknown, Args, string> => Object.assign(() => '', { taskName });
const [say, refuse] = [task<string>('say'), task<string>('refuse')];
const wait = task<SharedArrayBuffer>('wait');
const [fail, leave, fill] = [task<null>('fail'), task<null>('leave'), task<null>('fill')];

const BUILT = fileURLToPath(new URL('../dist/platform/threads', import.meta.url));
let folder: string;
let script: URL;

beforeAll(() => {
  // beside the built files, since the worker imports them
  folder = mkdtempSync(join(BUILT, 'test-'));
  const file = join(folder, 'test.worker.mjs');
  writeFileSync(
    file,
    `import { serveTasks } from '../serve-tasks.js';
    import { Refusal } from '../../problems/refusal.js';
    serveTasks((name, args) => {
      if (name === 'say') return 'said ' + args;
      if (name === 'refuse') throw new Refusal(422, [{ code: 'no', path: 'lines.0', message: args }]);
      if (name === 'leave') process.exit(3);
      if (name === 'wait') return void Atomics.wait(new Int32Array(args), 0, 0);
      if (name === 'fill') for (const held = []; ; ) held.push({ much: held.length });
      throw Object.assign(new Error('broken'), { code: 'SQLITE_FULL' });
    });`,
  );
  script = pathToFileURL(file);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A thread that is there answers long before this, however much else the machine has to do. */
const PATIENT = 100_000;

// what the context of its tasks is only their own program knows
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const worker = (): TaskWorker<any> => new TaskWorker(script, {});

describe('a worker', () => {
  test('answers each question with its own answer, in the order asked', async () => {
    const taskWorker = worker();
    const answers = await Promise.all(['a', 'b', 'c'].map((word) => taskWorker.run(say, word)));
    expect(answers).toEqual(['said a', 'said b', 'said c']);
    await taskWorker.end();
  });
  test('ends at once where it may, whatever it is doing', async () => {
    const taskWorker = new TaskWorker(script, {}, { isBegunAnew: true, endsAtOnce: true });
    const waiting = taskWorker.run(wait, new SharedArrayBuffer(4)).catch((error: unknown) => error);
    await taskWorker.end();
    expect(await waiting).toMatchObject({ status: 503, problems: [{ code: 'thread-ended' }] });
  });
  test('tells a refusal with its problems, and goes on', async () => {
    const taskWorker = worker();
    const refused = taskWorker.run(refuse, 'not so');
    await expect(refused).rejects.toBeInstanceOf(Refusal);
    await expect(refused).rejects.toMatchObject({
      status: 422,
      problems: [{ code: 'no', path: 'lines.0', message: 'not so' }],
    });
    expect(await taskWorker.run(say, 'on')).toBe('said on');
    await taskWorker.end();
  });
  test('ends with a task that takes too long, and begins anew with the next', async () => {
    const deaths: string[] = [];
    const taskWorker = new TaskWorker<unknown>(
      script,
      {},
      { isBegunAnew: true, onDeath: ({ message }) => deaths.push(message) },
    );
    expect(await taskWorker.runWithin(PATIENT, say, 'in time')).toBe('said in time');
    const late = taskWorker.runWithin(20, wait, new SharedArrayBuffer(4));
    await expect(late).rejects.toMatchObject({ status: 503, problems: [{ code: 'thread-ended' }] });
    expect(await taskWorker.run(say, 'on')).toBe('said on');
    expect(deaths).toEqual(['worker ended with code 1']);
    await taskWorker.end();
  });
  test('tells a failure with its code, and goes on', async () => {
    const taskWorker = worker();
    await expect(taskWorker.run(fail, null)).rejects.toMatchObject({ message: 'broken', code: 'SQLITE_FULL' });
    expect(await taskWorker.run(say, 'on')).toBe('said on');
    await taskWorker.end();
  });
  test('that dies leaves nobody waiting, neither then nor later', async () => {
    const taskWorker = worker();
    await expect(taskWorker.run(leave, null)).rejects.toThrow(/ended with code 3/);
    await expect(taskWorker.run(say, 'late')).rejects.toThrow(/ended with code 3/);
  });
  test('that may be begun anew takes the next question, and says that it had died', async () => {
    const died: string[] = [];
    const taskWorker = new TaskWorker<unknown>(
      script,
      {},
      { isBegunAnew: true, onDeath: ({ message }) => died.push(message) },
    );
    expect(await taskWorker.status(PATIENT)).toEqual({ state: 'running', deaths: 0 });
    await expect(taskWorker.run(leave, null)).rejects.toMatchObject({
      status: 503,
      problems: [{ code: 'thread-ended' }],
    });
    expect(await taskWorker.run(say, 'late')).toBe('said late');
    expect([died, await taskWorker.status(PATIENT)]).toEqual([
      ['worker ended with code 3'],
      { state: 'running', deaths: 1 },
    ]);
    await taskWorker.end();
  });
  test('that asks for more memory than it may have ends alone', async () => {
    const taskWorker = new TaskWorker<unknown>(script, {}, { isBegunAnew: true, megabytes: 24 });
    await expect(taskWorker.run(fill, null)).rejects.toMatchObject({
      status: 503,
      problems: [{ code: 'thread-ended' }],
    });
    expect(await taskWorker.run(say, 'on')).toBe('said on');
    await taskWorker.end();
  });
  test('says whether it is there: at once, busy with something long, or ended', async () => {
    const taskWorker = worker();
    expect(await taskWorker.status(PATIENT)).toEqual({ state: 'running', deaths: 0 });
    const gate = new SharedArrayBuffer(4);
    const long = taskWorker.run(wait, gate);
    expect(await taskWorker.status()).toEqual({ state: 'busy', deaths: 0 });
    Atomics.store(new Int32Array(gate), 0, 1);
    Atomics.notify(new Int32Array(gate), 0);
    await long;
    expect(await taskWorker.status(PATIENT)).toEqual({ state: 'running', deaths: 0 });
    await taskWorker.end();
    expect(await taskWorker.status()).toEqual({ state: 'ended', deaths: 0 });
  });
  test('that is ended finishes what it was asked', async () => {
    const taskWorker = worker();
    const asked = taskWorker.run(say, 'last');
    await taskWorker.end();
    expect(await asked).toBe('said last');
    await expect(taskWorker.run(say, 'late')).rejects.toThrow(/has ended/);
  });
});

describe('threads that read', () => {
  const clock = clockFor('2027-01-18');
  /** Two threads, with at most two questions waiting; both at work on something that ends when they are let go on. */
  const held = () => {
    const pool = new ReadingPool([worker(), worker()], clock, 2);
    const gates = [new SharedArrayBuffer(4), new SharedArrayBuffer(4)];
    const long = gates.map((gate) => pool.run(wait, gate));
    const release = () =>
      gates.forEach((gate) => {
        Atomics.store(new Int32Array(gate), 0, 1);
        Atomics.notify(new Int32Array(gate), 0);
      });
    return { pool, release, long: Promise.all(long) };
  };

  test('share what is asked, and keep the order of what waits', async () => {
    const pool = new ReadingPool([worker(), worker()], clock, 10);
    const words = ['a', 'b', 'c', 'd', 'e'];
    expect(await Promise.all(words.map((word) => pool.run(say, word)))).toEqual(words.map((word) => `said ${word}`));
    expect(await pool.status()).toMatchObject({ deaths: 0 });
    await pool.end();
  });
  test('refuse what is more than may wait, and go on with the rest', async () => {
    const { pool, release, long } = held();
    const waiting = [pool.run(say, 'third'), pool.run(say, 'fourth')];
    await expect(pool.run(say, 'fifth')).rejects.toMatchObject({ status: 503, problems: [{ code: 'busy' }] });
    release();
    await long;
    expect(await Promise.all(waiting)).toEqual(['said third', 'said fourth']);
    await pool.end();
  });
  test('give up what somebody asked who has left, and make room for another', async () => {
    const { pool, release, long } = held();
    const asker = new AbortController();
    const asked = new Promise<string>((resolve, reject) => {
      workFor({ who: 'Wren', signal: asker.signal }, () => void pool.run(say, 'third').then(resolve, reject));
    });
    const staying = pool.run(say, 'fourth');
    asker.abort();
    await expect(asked).rejects.toMatchObject({ problems: [{ code: 'asker-left' }] });
    const late = pool.run(say, 'fifth');
    release();
    await long;
    expect(await Promise.all([staying, late])).toEqual(['said fourth', 'said fifth']);
    await pool.end();
  });
  test('let nobody wait behind all that one other asks', async () => {
    const pool = new ReadingPool([worker()], clock, 20);
    const gate = new SharedArrayBuffer(4);
    const long = pool.run(wait, gate);
    const said: string[] = [];
    const ask = (who: string, word: string): Promise<unknown> =>
      new Promise((resolve, reject) => {
        workFor({ who, signal: new AbortController().signal }, () => {
          pool.run(say, word).then((answer) => resolve(said.push(answer)), reject);
        });
      });
    const asked = [...['a', 'b', 'c', 'd', 'e'].map((word) => ask('Wren', word)), ask('Linnet', 'f')];
    Atomics.store(new Int32Array(gate), 0, 1);
    Atomics.notify(new Int32Array(gate), 0);
    await Promise.all([long, ...asked]);
    expect(said).toEqual(['a', 'f', 'b', 'c', 'd', 'e'].map((word) => `said ${word}`));
    await pool.end();
  });
});

describe('the writer', () => {
  test('that dies ends the server with a message, and nobody goes on without it', () => {
    // books that cannot be opened: the thread fails as it begins
    const data = mkdtempSync(join(tmpdir(), 'just-ledger-writer-'));
    mkdirSync(booksFile(data));
    const program = join(folder, 'dead-writer.mjs');
    writeFileSync(
      program,
      `import 'reflect-metadata';
      import { Writer } from '../threads.module.js';
      const writer = new URL('../../../composition/writer.worker.js', import.meta.url);
      new Writer({ writer }).run({ taskName: 'postEntry' }, {}).catch(() => undefined);
      setInterval(() => undefined, 1000);`,
    );
    const { status, stdout, stderr } = spawnSync(process.execPath, [program], {
      encoding: 'utf8',
      timeout: 30_000,
      env: { ...process.env, JUST_LEDGER_DATA: data },
    });
    rmSync(data, { recursive: true });
    expect([status, stdout + stderr]).toEqual([
      70,
      expect.stringMatching(
        /The writing thread has died: SQLITE_CANTOPEN\w*\. The server ends; nothing was left half done\./,
      ),
    ]);
  });
});

test('what nobody waits for is done behind what people ask, as the system counts it by thread', async () => {
  const server = await RunningServer.start();
  try {
    /** How far each thread has stepped back, by its id: proc(5), field 19 of its `stat`. */
    const back = (): Map<number, number> => {
      const threads = `/proc/${server.pid}/task`;
      const stats = readdirSync(threads).flatMap((id): [number, number][] => {
        try {
          const [, fields = ''] = readFileSync(join(threads, id, 'stat'), 'utf8').split(/\) (?=[A-Z] )/);
          return [[Number(id), Number(fields.split(' ')[16])]];
        } catch {
          // one that has ended meanwhile
          return [];
        }
      });
      return new Map(stats);
    };
    const path = await server.organisation();
    await server.done('GET', `${path}/reports/trial-balance`);
    expect([...back().values()]).not.toContain(10);
    await server.done('GET', `${path}/entries.csv`);
    expect([...back().values()]).toContain(10);
    expect(back().get(Number(server.pid))).toBe(0);
  } finally {
    await server.stop();
  }
});
