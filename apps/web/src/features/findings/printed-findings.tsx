import type { FindingResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { PrintedRows } from '../../ui/printed.js';
import { evidenceText } from './evidence-text.js';

/** All findings on paper, those looked at with the reason. */
export function PrintedFindings({ findings }: { findings: readonly FindingResponse[] }) {
  const { currency } = useBooks();
  return (
    <PrintedRows
      heads={[{ label: 'Finding' }, { label: 'Evidence' }, { label: 'Looked at, because' }]}
      rows={findings.map((finding) => [
        finding.title,
        evidenceText(finding, currency),
        finding.state === 'open'
          ? ''
          : [finding.reason, finding.by, finding.at && shortDate(dayOf(finding.at))].filter(Boolean).join(', '),
      ])}
    />
  );
}
