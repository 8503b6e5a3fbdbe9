import type { AttachmentResponse } from '@just-ledger/contract';
import { useSuspenseQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useRef } from 'react';
import { attachmentsQuery } from '../../api/attachment-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import notice from '../../ui/notice.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { Toggle } from '../../ui/toggle.js';
import { PaperDrop } from './paper-drop.js';
import { PaperList } from './paper-list.js';
import { PaperView } from './paper-view.js';
import { useSentPapers } from './use-sent-papers.js';

const STATES = [
  ['waiting', 'Without entry'],
  ['all', 'All'],
  ['discarded', 'Discarded'],
] as const;

/** The papers that came before their entry, and what can become of each. */
export function WaitingPapers({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, may } = useBooks();
  const [stateTyped, setState] = useSheetParam('state', slot);
  const state = STATES.find(([key]) => key === stateTyped)?.[0] ?? 'waiting';
  const { data: papers } = useSuspenseQuery(attachmentsQuery(organisation.id, state));
  const [chosen, setChosen] = useSheetParam('paper', slot);
  const open = papers.find(({ id }) => String(id) === chosen) ?? papers[0];
  const choose = useRef<() => void>(null);
  const { sending, refused, send } = useSentPapers(organisation.id, (paper) => setChosen(String(paper.id)));
  const write = (paper: AttachmentResponse): void => address.go('entry', { of: String(paper.id) });
  const press = (event: KeyboardEvent): void => {
    const at = papers.findIndex((one) => one.id === open?.id);
    const to = { ArrowDown: papers[at + 1], ArrowUp: papers[at - 1] }[event.key];
    if (!to || !(event.target instanceof HTMLElement) || !event.target.closest('[data-papers]')) return;
    event.preventDefault();
    setChosen(String(to.id));
    document.getElementById(`paper-${to.id}`)?.focus();
  };
  return (
    <PaperDrop choose={choose} isOff={!may('preparer')} onFiles={(files) => send(files)}>
      <Panes onKeyDown={press}>
        <Sheet
          title="Papers"
          aside={`${papers.length === 1 ? '1 paper' : `${papers.length} papers`}${state === 'waiting' ? ' without entry' : ''}`}
          tools={
            <>
              {STATES.map(([key, label]) => (
                <Toggle key={key} isOn={state === key} onClick={() => setState(key === 'waiting' ? undefined : key)}>
                  {label}
                </Toggle>
              ))}
              <Allowed needed="preparer">
                <button className="act" type="button" onClick={() => choose.current?.()}>
                  Choose files
                </button>
              </Allowed>
            </>
          }
        >
          {sending.length > 0 && (
            <p role="status" className="soft">
              Sending {sending[0]}
              {sending.length > 1 && ` and ${sending.length - 1} more`} …
            </p>
          )}
          {refused.map((message) => (
            <div key={message} className={notice.error} role="alert">
              {message}
            </div>
          ))}
          {papers.length === 0 ? (
            <Empty>
              <p>
                {state === 'discarded'
                  ? 'No paper has been discarded.'
                  : 'Bills, receipts and statements that came before their entry belong here. Drop them onto this sheet, or paste a picture.'}
              </p>
              {state !== 'discarded' && (
                <p className="small">
                  PDF, PNG, JPEG, WebP, HEIC, XLSX, CSV, EML or TXT, up to 20 MB each. Each is kept once, beside the
                  books.
                </p>
              )}
            </Empty>
          ) : (
            <PaperList papers={papers} open={open} onOpen={(paper) => setChosen(String(paper.id))} onWrite={write} />
          )}
        </Sheet>
        {open && (
          <Pane>
            <PaperView key={open.id} paper={open.id} />
          </Pane>
        )}
      </Panes>
    </PaperDrop>
  );
}
