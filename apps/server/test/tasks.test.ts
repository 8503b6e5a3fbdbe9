import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { commands } from '../src/composition/commands.js';
import { fileTasks } from '../src/composition/file-tasks.js';
import { readings } from '../src/composition/readings.js';
import { TaskTable } from '../src/platform/threads/serve-tasks.js';
import { defineReading } from '../src/platform/threads/task.js';

const SOURCE = fileURLToPath(new URL('../src', import.meta.url));
const sources = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.ts'));

/** The tasks of a kind that areas define: the constant, and the name that threads know it by. */
function defined(kind: string): [constant: string, taskName: string][] {
  const pattern = new RegExp(`^export const (\\w+) = ${kind}\\(\\s*'(\\w+)'`, 'gm');
  return sources.flatMap((file) =>
    [...readFileSync(join(SOURCE, file), 'utf8').matchAll(pattern)].map(([, constant = '', taskName = '']) => [
      constant,
      taskName,
    ]),
  ) as [string, string][];
}

describe('what threads do', () => {
  test.each([
    ['defineCommand', commands],
    ['define(?:Reading|Report)', readings],
    ['define(?:FileTask|PrintedReport|ReportWorkbook)', fileTasks],
  ] as const)('is all that areas define by %s, each under the name of its constant', (kind, table) => {
    const found = defined(kind);
    expect(found.length).toBeGreaterThan(4);
    expect(found.filter(([constant, taskName]) => constant !== taskName)).toEqual([]);
    expect([...table.names].sort()).toEqual(found.map(([, taskName]) => taskName).sort());
  });
  test('has one name for one task, and none that is not there', () => {
    const found = { one: defineReading('one', () => 1) };
    expect(() => new TaskTable(found, { again: defineReading('one', () => 2) })).toThrow('two tasks are named one');
    expect(() => new TaskTable(found).get('two')).toThrow('no task named two');
  });
});
