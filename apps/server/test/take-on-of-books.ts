import type { TakeOnResponse, TrayRowsResponse } from '@just-ledger/contract';
import type { Reply, RunningServer } from './running-server.js';

/** A row as it is typed. */
export type Cells = Record<string, string>;

/** A take-on in books of its own. */
export class TakeOn {
  private constructor(
    private readonly server: RunningServer,
    readonly path: string,
  ) {}

  static async begin(server: RunningServer, fields: Record<string, unknown> = {}): Promise<TakeOn> {
    const path = await server.organisation({ changeoverDate: '2025-12-31', ...fields });
    for (const name of ['Low Weir', 'Ferry Lane School']) {
      await server.request('POST', `${path}/contacts`, { name, roles: ['customer', 'supplier'] });
    }
    return new TakeOn(server, path);
  }

  ask(method: string, to = '', body?: unknown): Promise<Reply> {
    return this.server.request(method, `${this.path}/take-on${to}`, body);
  }

  /** Adds rows. @returns their ids */
  async add(tray: string, ...rows: Cells[]): Promise<number[]> {
    const { status, body } = await this.ask('POST', `/trays/${tray}/rows`, {
      rows: rows.map((cells) => ({ cells })),
    });
    expect([status, body.problems]).toEqual([201, undefined]);
    return body.ids as number[];
  }

  async now(): Promise<TakeOnResponse> {
    return (await this.ask('GET')).body as TakeOnResponse;
  }

  async rows(tray: string): Promise<TrayRowsResponse> {
    return (await this.ask('GET', `/trays/${tray}`)).body as TrayRowsResponse;
  }

  /** Asks for a tray to be posted as it is now. */
  async askToPost(tray: string): Promise<Reply> {
    const { trays } = await this.now();
    const version = trays.find((other) => other.tray === tray)?.version ?? 0;
    return this.ask('POST', `/trays/${tray}/posting`, { version });
  }

  async post(tray: string): Promise<TakeOnResponse> {
    const { status, body } = await this.askToPost(tray);
    expect([status, body.problems]).toEqual([200, undefined]);
    return body as TakeOnResponse;
  }

  /** Types something else into a row, as it is now. */
  async change(tray: string, id: number | undefined, cells: Cells): Promise<Reply> {
    return this.ask('PUT', `/trays/${tray}/rows/${id}`, { cells, version: await this.versionOfRow(tray, id) });
  }

  /** Takes a row away, as it is now. */
  async remove(tray: string, id: number | undefined): Promise<Reply> {
    return this.ask('DELETE', `/trays/${tray}/rows/${id}?version=${await this.versionOfRow(tray, id)}`);
  }

  /** Signs off what is typed now. */
  async signOff(): Promise<Reply> {
    const { version } = await this.now();
    return this.ask('POST', '/sign-off', { version });
  }

  private async versionOfRow(tray: string, id: number | undefined): Promise<number> {
    return (await this.rows(tray)).rows.find((row) => row.id === id)?.version ?? 0;
  }

  /** Balances at the changeover date by number, debit positive, without those at zero. */
  async balances(asAt = '2025-12-31', stage = 'adjusted'): Promise<Cells> {
    const { body } = await this.server.request(
      'GET',
      `${this.path}/reports/trial-balance.csv?asAt=${asAt}&stage=${stage}`,
    );
    const rows = (body as string)
      .trim()
      .split(/\r?\n/)
      .slice(1, -1)
      .map((row) => row.split(','));
    return Object.fromEntries(
      rows.map((cells) => [cells[0], Number(cells.at(-2)) ? cells.at(-2) : `-${cells.at(-1)}`]),
    ) as Cells;
  }
}
