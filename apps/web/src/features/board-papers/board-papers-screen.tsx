import { type BoardPapersResponse, paths } from '@just-ledger/contract';
import { issueDaysInWords, parseCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useSheetParam } from '../../api/address.js';
import { boardPapersQuery, issuedPapersQuery } from '../../api/board-papers-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { keptReportsQuery } from '../../api/kept-report-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { onOwnPaper } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { BoardPapersForm } from './board-papers-form.js';
import { IssuePapers } from './issue-papers.js';
import { IssuedPapers } from './issued-papers.js';
import { PapersSendingForm } from './papers-sending-form.js';
import { SendPapersForm } from './send-papers-form.js';

/** Kept reports put together as documents: a cover, contents, each report with the days of today. */
export default function BoardPapersScreen() {
  const { organisation, may } = useBooks();
  const { data: all } = useSuspenseQuery(boardPapersQuery(organisation.id));
  const { data: kept } = useSuspenseQuery(keptReportsQuery(organisation.id));
  const { data: issued } = useSuspenseQuery(issuedPapersQuery(organisation.id));
  // one thing at a time: papers, where they go, or what was issued
  const [opened, open] = useSheetParam('papers');
  const boardPapers = all.find(({ id }) => String(id) === opened);
  const goes = all.find(({ id }) => `goes-${id}` === opened);
  const sent = issued.find(({ place }) => `issued-${place}` === opened);
  const leave = (): void => open(undefined);
  const hasDays = (id: number): boolean => kept.find((report) => report.id === id)?.from != null;
  const canPrint = ({ reports }: BoardPapersResponse): boolean => reports.length > 0 && reports.every(hasDays);
  const nameOf = (id: number): string => kept.find((report) => report.id === id)?.name ?? '';
  return (
    <Panes>
      <Pane>
        <Sheet
          title="Board papers"
          aside={all.length > 0 && 'printed with the days of today'}
          tools={
            all.length > 0 && (
              <Allowed act="composePapers">
                <button className="act" type="button" onClick={() => open('new')}>
                  Put papers together
                </button>
              </Allowed>
            )
          }
        >
          {all.length === 0 ? (
            <Empty>
              <p>
                Board papers are several kept reports as one document: a cover, a page of contents, page numbers
                throughout, room to sign under the statements.
              </p>
              <Allowed act="composePapers" isTold>
                <p>
                  <button className="act" type="button" onClick={() => open('new')}>
                    Put the first ones together
                  </button>
                </p>
              </Allowed>
            </Empty>
          ) : (
            <table className={clsx(ruled.table, ruled.lines)}>
              <thead>
                <tr>
                  <th>Papers</th>
                  <th>Reports, in order</th>
                  <th>
                    <span className="visually-hidden">What can be done</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {all.map((papers) => (
                  <tr
                    key={papers.id}
                    className={papers === boardPapers || papers === goes ? ruled.chosen : undefined}
                  >
                    <td>
                      <span className="strong">{papers.name}</span>
                      <div className="soft small">{papers.subtitle.split('\n')[0]}</div>
                      <WhereTheyGo papers={papers} />
                    </td>
                    <td>
                      <ol className={clsx(layout.plainList, 'small')}>
                        {papers.reports.map((id) => (
                          <li key={id}>
                            {nameOf(id)}
                            {!hasDays(id) && <span className="brass"> has no such days yet</span>}
                          </li>
                        ))}
                      </ol>
                    </td>
                    <td className={ruled.acts}>
                      {canPrint(papers) && (
                        <a
                          className="act small"
                          href={onOwnPaper(paths.boardPapersPdf(organisation.id, papers.id))}
                          target="_blank"
                          rel="noreferrer"
                        >
                          Print
                        </a>
                      )}
                      {canPrint(papers) && may('issuePapers') && <IssuePapers papers={papers} />}
                      {may('issuePapers') && (
                        <button type="button" className="act small" onClick={() => open(`goes-${papers.id}`)}>
                          Where they go
                        </button>
                      )}
                      {may('composePapers') && (
                        <button type="button" className="act small" onClick={() => open(String(papers.id))}>
                          Change
                        </button>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <IssuedPapers chosen={sent?.place} onSend={(index) => open(`issued-${index}`)} />
        </Sheet>
      </Pane>
      {may('composePapers') && (boardPapers || opened === 'new') && (
        <Pane narrow>
          <BoardPapersForm
            key={boardPapers?.id ?? 'new'}
            papers={boardPapers}
            kept={kept.filter(({ shared }) => shared)}
            onLeave={leave}
          />
        </Pane>
      )}
      {may('issuePapers') && goes && (
        <Pane narrow>
          <PapersSendingForm key={goes.id} papers={goes} onLeave={leave} />
        </Pane>
      )}
      {may('issuePapers') && sent && (
        <Pane narrow>
          <SendPapersForm key={sent.place} papers={sent} onLeave={leave} />
        </Pane>
      )}
    </Panes>
  );
}

/** Whom papers go to, and when they are issued by themselves; or why they were not. */
function WhereTheyGo({ papers: { sending } }: { papers: BoardPapersResponse }) {
  if (!sending) return null;
  const { recipients, every, firstDay, next, waitsFor } = sending;
  const to =
    recipients.length === 0
      ? ''
      : `go to ${recipients.length === 1 ? recipients[0] : `${recipients.length} addresses`}`;
  const days =
    every && firstDay && next
      ? `issued by themselves ${issueDaysInWords({ every, firstDay: parseCivilDate(firstDay) })}, next on ${shortDate(parseCivilDate(next))}`
      : '';
  return (
    <>
      <div className="soft small">{[to, days].filter((address) => address !== '').join('; ')}</div>
      {waitsFor && <div className="brass small">Not issued yet. {waitsFor}</div>}
    </>
  );
}
