import { randomKey } from './random-key.js';

/** Where a tab keeps its own name over a reload. */
const PLACE = 'just-ledger.tab';
/** So long tabs have to say that they are there, in milliseconds. */
const PATIENCE = 200;

type Said = { readonly type: 'who' } | { readonly type: 'here'; readonly name: string; readonly page: string };

/** This page: another with every load. */
const page = randomKey();
let channel: BroadcastChannel | undefined;
let name: string | undefined;

/** The name of this tab, the same over a reload. */
export function tabName(): string {
  name ??= sessionStorage.getItem(PLACE) ?? randomKey();
  sessionStorage.setItem(PLACE, name);
  return name;
}

/**
 * Answers other tabs from now on, so that what is typed here is not taken for left behind. A tab that was copied from
 * another takes a name of its own.
 */
export function joinTabs(): void {
  if (channel || typeof BroadcastChannel === 'undefined') return;
  channel = new BroadcastChannel('just-ledger.tabs');
  channel.addEventListener('message', ({ data }: MessageEvent<Said>) => {
    if (data.type === 'who') say({ type: 'here', name: tabName(), page });
    else if (data.name === tabName() && data.page !== page && data.page < page) {
      name = randomKey();
      sessionStorage.setItem(PLACE, name);
    }
  });
  say({ type: 'who' });
}

/** The names of all tabs that are open, this one among them. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const open = new Set([tabName()]);
  if (!channel) return open;
  const hear = ({ data }: MessageEvent<Said>): void => {
    if (data.type === 'here') open.add(data.name);
  };
  channel.addEventListener('message', hear);
  say({ type: 'who' });
  await new Promise((resolve) => setTimeout(resolve, PATIENCE));
  channel.removeEventListener('message', hear);
  return open;
}

function say(said: Said): void {
  channel?.postMessage(said);
}
