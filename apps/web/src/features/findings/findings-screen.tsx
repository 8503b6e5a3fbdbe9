import type { FindingResponse } from '@just-ledger/contract';
import { parseCivilDate, spanLine } from '@just-ledger/core';
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { findingsQuery, toldFindingsKey } from '../../api/finding-queries.js';
import { Choices } from '../../ui/choices.js';
import layout from '../../ui/layout.module.css';
import { Printed } from '../../ui/printed.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { FindingRow } from './finding-row.js';
import styles from './findings.module.css';
import { PrintedFindings } from './printed-findings.js';
import { useFindingKeys } from './use-finding-keys.js';

/** What a second reader would ask: each finding with its evidence, the way to it, and why there is nothing to mend. */
export default function FindingsScreen({ slot }: ScreenProps) {
  const { organisation, calendar, from, to, may } = useBooks();
  const { data } = useSuspenseQuery(findingsQuery(organisation.id, from, to));
  const client = useQueryClient();
  useEffect(() => {
    client.setQueryData(toldFindingsKey(organisation.id, from, to), data);
  }, [client, organisation.id, from, to, data]);
  const [given, setState] = useSheetParam('state', slot);
  const [answering, setAnswering] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const isShown = ({ state }: FindingResponse): boolean => given === 'all' || state === (given || 'open');
  // what is being answered stays until it is left, whatever it has become
  const shown = data.findings.filter((finding) => isShown(finding) || finding.id === answering);
  const onKeyDown = useFindingKeys(list, shown, may('answerFindings') ? setAnswering : undefined);
  const lookedAt = data.findings.length - data.open;
  const dates = spanLine(calendar, parseCivilDate(data.from), parseCivilDate(data.to));
  return (
    <Sheet
      title="Findings"
      aside={`what a second reader would ask, ${dates}`}
      tools={<Printed title="Findings" dates={dates} read={() => <PrintedFindings findings={data.findings} />} />}
    >
      <div className={layout.belowClose}>
        <Choices<string>
          isSmall
          label="Which findings"
          value={given}
          choices={[
            ['', `${data.open} open`],
            ['looked-at', `${lookedAt} looked at`],
            ['all', 'all'],
          ]}
          onChoose={(key) => setState(key || undefined)}
        />
      </div>
      {shown.length === 0 ? (
        <Empty>
          <p>
            {data.findings.length === 0
              ? 'Nothing in these days that a second reader would ask about.'
              : given === 'looked-at'
                ? 'Nobody has looked at a finding of these days yet.'
                : 'All that was found in these days was looked at.'}
          </p>
        </Empty>
      ) : (
        <ul ref={list} className={styles.list} aria-label="Findings" onKeyDown={onKeyDown}>
          {shown.map((finding, index) => (
            <FindingRow
              key={finding.id}
              finding={finding}
              isFirst={index === 0}
              isAnswering={answering === finding.id}
              onAnswer={setAnswering}
              onAnswered={() => {
                const next = shown[index + 1] ?? shown[index - 1];
                setAnswering('');
                list.current?.querySelector<HTMLElement>(`[data-finding="${next?.id}"]`)?.focus();
              }}
            />
          ))}
        </ul>
      )}
    </Sheet>
  );
}
