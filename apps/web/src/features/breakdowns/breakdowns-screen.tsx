import { type BreakdownResponse } from '@just-ledger/contract';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { FilesLink } from '../../ui/files-link.js';
import layout from '../../ui/layout.module.css';
import { Empty, Sheet } from '../../ui/sheet.js';
import { BreakdownHead } from './breakdown-head.js';
import { BreakdownValues } from './breakdown-values.js';
import { NewBreakdown } from './new-breakdown.js';

/** The breakdowns with their values: the same amounts by fund, site or project. */
export default function BreakdownsScreen() {
  const { organisation, to } = useBooks();
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [isAdding, setAdding] = useState(false);
  return (
    <Sheet
      title="Breakdowns"
      aside="the same amounts by fund, site or project"
      tools={
        <>
          <Allowed act="setUp">
            <button className="act" type="button" onClick={() => setAdding(true)}>
              Add a breakdown
            </button>
          </Allowed>
          {breakdowns.length > 0 && <FilesLink subject="breakdown-values" />}
        </>
      }
    >
      {isAdding && <NewBreakdown onDone={() => setAdding(false)} />}
      {breakdowns.length === 0 && !isAdding && (
        <Empty>
          <p>
            A breakdown cuts the amounts of the accounts a second time: by fund, by site, by project. Lines name one
            of its values; accounts can be told to need one.
          </p>
          <p>
            <Allowed act="setUp">
              <button className="act" type="button" onClick={() => setAdding(true)}>
                Add the first one
              </button>
            </Allowed>
          </p>
        </Empty>
      )}
      {breakdowns.map((breakdown: BreakdownResponse) => (
        <section key={breakdown.id} aria-label={breakdown.name} className={clsx(layout.aboveClose, layout.below)}>
          <BreakdownHead breakdown={breakdown} />
          <BreakdownValues breakdown={breakdown} accounts={accounts} />
        </section>
      ))}
    </Sheet>
  );
}
