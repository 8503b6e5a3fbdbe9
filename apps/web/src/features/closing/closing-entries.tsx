import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** Closing entries, to come or posted: each line with the fund or other value it belongs to. */
export function ClosingEntries({
  entries,
  currency,
}: {
  entries: ClosingRehearsalResponse['entries'];
  currency: CurrencyCode;
}) {
  return entries.map((entry, step) => (
    <div key={entry.number ?? entry.explanation} style={{ borderBottom: '1px solid var(--rule)', padding: '8px 0' }}>
      <h2 className="minor">
        {entry.number ? `${entry.number} · ` : entries.length > 1 ? `${step + 1} · ` : ''}
        {entry.explanation}
      </h2>
      <table style={{ width: '100%' }}>
        <tbody>
          {entry.lines.map((line, place) => (
            <tr key={place} style={{ verticalAlign: 'top' }}>
              <td style={{ paddingLeft: line.credit ? 20 : 0 }}>
                <span className="soft">{line.account}</span> {line.accountName}
                {line.breakdowns && (
                  <span className="soft small"> · {Object.values(line.breakdowns).join(', ')}</span>
                )}
              </td>
              <td className="num nowrap">{shown(line.debit, currency)}</td>
              <td className="num nowrap">{shown(line.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  ));
}
