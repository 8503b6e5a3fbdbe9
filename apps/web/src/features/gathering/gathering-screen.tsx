import { type PaperRequest, type PaperResponse, paths } from '@just-ledger/contract';
import { longDate, type PaperState, parseCivilDate } from '@just-ledger/core';
import { Checkbox, InputBase } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { papersQuery } from '../../api/paper-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import cell from '../../ui/cell.module.css';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import styles from './gathering-screen.module.css';

/** The papers to gather before the first entry: ticked, annotated, printed. */
export default function GatheringScreen() {
  const address = useAddress();
  const { organisation } = useBooks();
  const { data: papers } = useSuspenseQuery(papersQuery(organisation.id));
  const [wanted, needed] = [
    papers.filter((paper) => paper.state === 'wanted').length,
    papers.filter((paper) => paper.state !== 'not-needed').length,
  ];
  const asAt = organisation.changeoverDate;
  return (
    <Sheet
      title="Papers to gather"
      aside={wanted === 0 ? 'all at hand' : `${needed - wanted} of ${needed} at hand`}
      tools={
        <>
          <button className="act no-print" type="button" onClick={() => window.print()}>
            Print the list
          </button>
          <Link className="act no-print" to={address.href(asAt ? 'opening' : 'entry')}>
            {asAt ? 'Take on the opening balances' : 'Write the first entry'}
          </Link>
        </>
      }
    >
      <p className={clsx(layout.belowClose, styles.introduction, 'soft')}>
        {organisation.name}
        {asAt
          ? `, balances as at ${longDate(parseCivilDate(asAt))}. Rarely is all of it at hand on day one: begin with what there is; the rest can come in any order.`
          : ', new books. Little is needed before the first entry.'}
      </p>
      <table className={clsx(ruled.table, styles.papers)}>
        <thead>
          <tr>
            <th className={styles.atHand}>At hand</th>
            <th>Paper</th>
            <th className={styles.note}>Note</th>
            <th className={styles.needed}>
              <span className="visually-hidden">Needed</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {papers.map((paper) => (
            <Paper key={paper.key} paper={paper} />
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}

function Paper({ paper }: { paper: PaperResponse }) {
  const { organisation, may } = useBooks();
  const [note, setNote] = useState(paper.note);
  const [state, setState] = useState(paper.state);
  // a note is kept when it is left, often by the press that ticks the paper: the second builds on what the first has made
  const version = useRef(paper.version);
  const keep = useOrganisationMutation(async (change: Pick<PaperRequest, 'state' | 'note'>) => {
    const papers = await api.put(paths.paper(organisation.id, paper.key), { ...change, version: version.current });
    version.current = papers.find(({ key }) => key === paper.key)?.version ?? version.current;
  }, `paper ${paper.key}`);
  const isNeeded = state !== 'not-needed';
  // shown at once; what the server refuses goes back to what it was
  const put = (next: PaperState): void => {
    setState(next);
    keep.mutate({ state: next, note }, { onError: () => setState(paper.state) });
  };
  return (
    <tr>
      <td>
        <Checkbox
          size="small"
          className={styles.check}
          checked={state === 'at-hand'}
          disabled={!isNeeded || !may('gather')}
          onChange={(event) => put(event.target.checked ? 'at-hand' : 'wanted')}
          slotProps={{ input: { 'aria-label': `${paper.title} at hand` } }}
        />
      </td>
      <td className={isNeeded ? '' : 'soft'}>
        {isNeeded ? paper.title : <s>{paper.title}</s>}
        <div className="soft small">{paper.gives}</div>
        <ErrorMessage error={keep.error} />
      </td>
      <td>
        <InputBase
          className={cell.cell}
          fullWidth
          multiline
          readOnly={!may('gather')}
          value={note}
          placeholder="where it is, who has it"
          onChange={(event) => setNote(event.target.value.replaceAll('\n', ' '))}
          onBlur={() => note.trim() !== paper.note && keep.mutate({ state, note })}
          inputProps={{ 'aria-label': `Note on ${paper.title}` }}
        />
      </td>
      <td className="num">
        <Allowed act="gather">
          <button
            className="act small no-print"
            type="button"
            aria-label={isNeeded ? `${paper.title} is not needed` : `${paper.title} is needed after all`}
            onClick={() => put(isNeeded ? 'not-needed' : 'wanted')}
          >
            {isNeeded ? 'not needed' : 'needed'}
          </button>
        </Allowed>
      </td>
    </tr>
  );
}
