import type { Samples } from './over-http.js';
import type { ServerUnderBench } from './server-under-bench.js';

/** What twenty people did in a while. */
export interface Mixed {
  readonly seconds: number;
  readonly kinds: readonly {
    readonly name: string;
    readonly count: number;
    /** Milliseconds. */
    readonly median: number;
    readonly of95: number;
    readonly longest: number;
  }[];
  /** Answers that were not as they should be. */
  readonly failed: number;
  /** The most memory that the server held, in bytes. */
  readonly memory: number;
}

const CLIENTS = 20;

/** Twenty people who look, search and post at once, each as soon as the last answer has come. */
export async function twentyClients(server: ServerUnderBench, samples: Samples, seconds: number): Promise<Mixed> {
  const path = `/api/organisations/${samples['organisation']}`;
  const contact = encodeURIComponent(samples['contact'] ?? '');
  const looks: readonly (readonly [string, string])[] = [
    ['journal', '/entries'],
    ['search', '/entries?text=timber'],
    ['search', `/entries?account=${samples['account']}`],
    ['search', `/entries?text=${samples['document']}`],
    ['report', '/reports/trial-balance?asAt=2024-06-15'],
    ['report', '/reports/balance-sheet'],
    ['report', '/reports/aged-balances?ledger=receivables'],
    ['report', `/reports/statement-of-account?contact=${contact}`],
    ['proofs', '/proofs'],
    ['ledger', `/reports/account-ledger?account=${samples['account']}`],
  ];
  const times = new Map<string, number[]>();
  let [failed, memory] = [0, server.memory() ?? 0];
  const end = performance.now() + seconds * 1_000;
  const act = async (name: string, answer: ReturnType<ServerUnderBench['get']>): Promise<void> => {
    const { status, took } = await answer;
    if (status !== 200 && status !== 201) failed += 1;
    times.set(name, [...(times.get(name) ?? []), took]);
  };
  const person = async (client: number): Promise<void> => {
    for (let turn = client; performance.now() < end; turn += 1) {
      // every third time something is posted
      if (turn % 3 === 0) await act('posting', server.post(`${path}/entries`, entry(client, turn, samples)));
      const look = looks[(turn * 7 + client) % looks.length];
      if (look) await act(look[0], server.get(`${path}${look[1]}`));
      memory = Math.max(memory, server.memory() ?? 0);
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, (_, client) => person(client)));
  const kinds = [...times].map(([name, all]) => {
    const sorted = all.sort((a, b) => a - b);
    const quantile = (part: number): number =>
      sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0;
    return { name, count: sorted.length, median: quantile(0.5), of95: quantile(0.95), longest: quantile(1) };
  });
  return { seconds, kinds, failed, memory };
}

function entry(client: number, turn: number, { account = '' }: Samples): object {
  const amount = `${100 + client}.${String(turn % 100).padStart(2, '0')}`;
  return {
    date: `2026-12-${String(1 + (turn % 28)).padStart(2, '0')}`,
    explanation: `Card payment, person ${client}`,
    lines: [
      { account: '30000', debit: amount },
      { account, credit: amount },
    ],
  };
}
