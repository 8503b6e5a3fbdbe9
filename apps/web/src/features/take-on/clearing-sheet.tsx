import { paths, type TakeOnResponse } from '@just-ledger/contract';
import { minor, parseAmount, type TrayKey, TRAYS } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { trayQuery } from '../../api/take-on-queries.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { Sheet } from '../../ui/sheet.js';
import { onOwnPaper } from '../../ui/own-ways.js';
import { AcceptEquity } from './accept-equity.js';
import styles from './clearing-sheet.module.css';
import { SignOff } from './sign-off.js';

/** What still differs, where it may come from, and sign-off at zero. */
export function ClearingSheet({ takeOn, tray }: { takeOn: TakeOnResponse; tray: TrayKey }) {
  const { organisation, currency } = useBooks();
  const differing = takeOn.clearing
    .map(({ part, expected }) => ({ part, amount: parseAmount(expected, currency) }))
    .filter(({ amount }) => amount !== 0);
  const all = minor(differing.reduce((sum, { amount }) => sum + Math.abs(amount), 0));
  return (
    <Sheet
      title="Take-on clearing"
      aside={takeOn.clearingAccount ?? undefined}
      foot={
        takeOn.isBegun && (
          <a className="act" href={onOwnPaper(paths.takeOnPack(organisation.id))} target="_blank" rel="noreferrer">
            The pack as PDF
          </a>
        )
      }
    >
      {!takeOn.isBegun ? (
        <p className="soft">
          Begin with whatever paper is at hand: the old trial balance, a list of unpaid invoices, a bank statement.
          Each side waits here for the other.
        </p>
      ) : differing.length === 0 ? (
        <p>Nothing is left to explain.</p>
      ) : (
        <>
          <p className={styles.figure}>{displayed(all, currency)}</p>
          <p className="soft small">still to explain</p>
          <table className={clsx(ruled.table, ruled.tight, layout.aboveClose)}>
            <tbody>
              {differing.map(({ part, amount }) => (
                <PartLine key={part} part={part} amount={amount} isChosen={part === tray} />
              ))}
            </tbody>
          </table>
        </>
      )}
      <WhereFrom tray={tray} />
      <AcceptEquity takeOn={takeOn} />
      <SignOff takeOn={takeOn} />
    </Sheet>
  );
}

function PartLine({ part, amount, isChosen }: { part: TrayKey; amount: number; isChosen: boolean }) {
  const { currency } = useBooks();
  const address = useAddress();
  return (
    <tr className={isChosen ? ruled.chosen : ''}>
      <td>
        <Link className="act" to={address.href('bench', { tray: part })}>
          {TRAYS[part].label}
        </Link>
      </td>
      <td className="num">
        {displayed(minor(Math.abs(amount)), currency)} {amount > 0 ? 'dr' : 'cr'}
      </td>
    </tr>
  );
}

/** Where the difference of the tray may come from, most likely first; each leads to its line. */
function WhereFrom({ tray }: { tray: TrayKey }) {
  const { organisation } = useBooks();
  const address = useAddress();
  const { data } = useQuery(trayQuery(organisation.id, tray));
  const suggestions = data?.suggestions ?? [];
  if (suggestions.length === 0) return null;
  return (
    <section aria-label="Where it may come from" className={layout.above}>
      <h2>Where it may come from</h2>
      <ol className={styles.suggestions}>
        {suggestions.slice(0, 6).map(({ sentence, evidence, lines }, index) => (
          <li key={index}>
            <span className="strong">{sentence}</span>
            <span className="small soft">{evidence} </span>
            {lines.map((line) => (
              <Link
                key={line.row}
                className={clsx(styles.showLine, 'act small')}

                to={address.href('bench', { tray: line.tray, row: String(line.row) })}
                aria-label={`Show the line: ${sentence}`}
              >
                show the line
              </Link>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}
