import { longDate, longMoment } from '@just-ledger/core';
import type { CivilDate } from '@just-ledger/core';

/** What the page says of the file that it stands in. */
export interface ToVerify {
  readonly organisation: string;
  readonly year: string;
  readonly from: CivilDate;
  readonly to: CivilDate;
  readonly isClosed: boolean;
  readonly writtenAt: string;
  readonly entries: number;
  readonly lastSeal: string;
  readonly chain: number;
  readonly failing: readonly string[];
  readonly missing: number;
  readonly unprinted: readonly string[];
  readonly hasTax: boolean;
}

/** The page that tells what the file holds, and how it is verified with nothing but common tools. */
export function howToVerify(toVerify: ToVerify): string {
  const closed = toVerify.isClosed
    ? 'The year is closed.'
    : 'The year is not closed: what is told here may still change.';
  const failing =
    toVerify.failing.length === 0
      ? 'All proofs of the books held when this was written.'
      : `These proofs did not hold when this was written: ${toVerify.failing.join(', ')}.`;
  const missing =
    toVerify.missing === 0
      ? []
      : [`${toVerify.missing} of the files of papers were missing or changed; papers.csv names them.`];
  const unprinted = toVerify.unprinted.map(
    (what) => `The ${what} is too long for paper and stands here as CSV alone.`,
  );
  return `${toVerify.organisation}
${toVerify.year}, ${longDate(toVerify.from)} to ${longDate(toVerify.to)}
Written on ${longMoment(toVerify.writtenAt)}

${[closed, failing, ...missing, ...unprinted].join('\n')}


What is in this file

  reports/          each report as PDF and CSV: the statements with their notes, trial balance, worksheet,
                    what customers owe and what is owed to suppliers, ${toVerify.hasTax ? 'taxes, ' : ''}the journal, the ledger of each account
  entries.jsonl     every entry of the year as it was sealed, a line each (JSON, RFC 8259): amounts in the smallest unit of
                    the currency, debits positive, accounts and contacts by their ids
  accounts.csv      what the ids of accounts stand for
  contacts.csv      what the ids of contacts stand for
  chain.csv         the seals of the whole chain, in the order in which entries were posted, those of other years too
  papers.csv        which papers belong to which entry, and to which of its lines (0: the whole entry)
  papers/           their files, under the SHA-256 of their bytes
  proofs.csv        what was set against what, and whether it agreed
  seals.csv         each lock, closing and reopening, with the number of entries then and the seal of the last
  trail.csv         who posted, drafted, attached and reversed what, and when
  changes.csv       who changed what of the set-up, from what to what
  SHA256SUMS        the SHA-256 of every other file

CSV files are UTF-8 (RFC 4180). A text that a spreadsheet would run as a formula begins with an apostrophe.


1. That the file is whole

Unpack it, and in its folder run

  sha256sum -c SHA256SUMS

(macOS: shasum -a 256 -c SHA256SUMS). Each line ends in OK. A paper is named by its own SHA-256, so that no paper can be
another than its entry was posted with.


2. That no entry was changed, removed or slipped in

Each entry is sealed: SHA-256 of the seal of the entry before it in the chain, a line feed, and the entry as canonical JSON
(RFC 8785). The first entry of the books follows 64 zeros. So one seal rests on everything before it. The chain has
${toVerify.chain} ${toVerify.chain === 1 ? 'entry' : 'entries'}, of which ${toVerify.entries} ${toVerify.entries === 1 ? 'is' : 'are'} of this year; its last seal is

  ${toVerify.lastSeal}

It also stands, shortened, at the foot of each printed page, and the seal of its day stands on every report that was ever
printed or issued, and in seals.csv for each lock and closing: compare it with what you were given then. With Python 3
alone, in the folder:

  import csv, hashlib, json
  chain = {int(row['place']): row['seal'] for row in csv.DictReader(open('chain.csv'))}
  assert sorted(chain) == list(range(1, len(chain) + 1)), 'a place of the chain is missing'
  sums = {}
  for line in open('entries.jsonl', encoding='utf-8'):
      entry = json.loads(line)
      place = entry['sealed']['place']
      text = json.dumps(entry['sealed'], sort_keys=True, separators=(',', ':'), ensure_ascii=False)
      seal = hashlib.sha256((chain.get(place - 1, '0' * 64) + '\\n' + text).encode()).hexdigest()
      assert seal == entry['seal'] == chain[place], 'entry at place %d was changed' % place
      assert sum(line['amount'] for line in entry['sealed']['lines']) == 0, 'entry at place %d does not balance' % place
      for line in entry['sealed']['lines']:
          sums[line['account']] = sums.get(line['account'], 0) + line['amount']
  for row in csv.DictReader(open('seals.csv')):
      assert row['entries'] == '0' or row['seal'] == chain[int(row['entries'])], row['what'] + ' ' + row['of']
  names = {row['id']: row['number'] + ' ' + row['name'] for row in csv.DictReader(open('accounts.csv', encoding='utf-8'))}
  for account, sum_ in sorted(sums.items(), key=lambda one: names[str(one[0])]):
      print('%15d  %s' % (sum_, names[str(account)]))

It prints what the year moved on each account, in the smallest unit of the currency, debits positive: the sums of
reports/journal.csv by account, and what reports/ledgers.csv goes on by from its first line to its last.


3. That the reports say what the entries say

The trial balance at the end of the year is what was brought forward on each account and what step 2 printed. Every figure
of the statements is a sum of balances of the trial balance; in the workbooks that the product saves, those sums are formulas.


No open standard for audit files is written beside this: the one of the OECD (Standard Audit File for Tax) is fixed by each
country in a schema of its own, and none of these was at hand to validate against.
`;
}
