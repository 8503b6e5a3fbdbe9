import { paths, withQuery } from '@just-ledger/contract';
import { PAPER_TYPES } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type KeyboardEvent, lazy, type ReactNode, Suspense, useCallback, useRef, useState } from 'react';
import { attachmentQuery } from '../../api/attachment-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { ImagePage } from './image-page.js';
import { FIRST_LOOK, turned, zoomed } from './page-look.js';
import { PageTools } from './page-tools.js';
import { paperSize } from './paper-size.js';
import styles from './paper-view.module.css';
import { TextPage } from './text-page.js';
import { useSize } from './use-size.js';

const PdfPage = lazy(() => import('./pdf-page.js'));

/** A paper as it is read beside its entry: page by page, larger or smaller, turned. */
export function PaperView({ paper, tools }: { paper: number; tools?: ReactNode }) {
  const { organisation } = useBooks();
  const { data, error: missing } = useQuery(attachmentQuery(organisation.id, paper));
  const [look, setLook] = useState(FIRST_LOOK);
  const [page, setPage] = useState(1);
  const [pages, setPages] = useState(1);
  const [error, setError] = useState<Error>();
  const frame = useRef<HTMLDivElement>(null);
  const room = useSize(frame);
  const onError = useCallback((what: Error) => setError(what), []);
  const content = paths.attachmentContent(organisation.id, paper);
  const view = data ? PAPER_TYPES[data.type].view : undefined;
  const turnTo = (to: number): void => setPage(Math.min(pages, Math.max(1, to)));
  const press = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = {
      ArrowRight: () => turnTo(page + 1),
      ArrowLeft: () => turnTo(page - 1),
      '+': () => setLook(zoomed(look, 1)),
      '-': () => setLook(zoomed(look, -1)),
      r: () => setLook(turned(look)),
    }[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  const isDrawn = view === 'pages' || view === 'image';
  return (
    <Sheet
      title="Paper"
      aside={data && `${data.name} · ${PAPER_TYPES[data.type].name}, ${paperSize(data.bytes)}`}
      tools={
        <>
          <a className="act" href={withQuery(content, { as: 'file' })} download={data?.name}>
            Save as a file
          </a>
          {tools}
        </>
      }
    >
      {isDrawn && (
        <PageTools
          look={look}
          page={page}
          pages={pages}
          onLook={setLook}
          onPage={turnTo}
          hasPages={view === 'pages'}
        />
      )}
      <ErrorMessage error={missing ?? error} />
      <div
        ref={frame}
        className={clsx(styles.frame, isDrawn && styles.drawn)}
        role="region"
        aria-label={data ? `The paper ${data.name}` : 'The paper'}
        tabIndex={0}
        data-paper
        onKeyDown={press}
      >
        {data && room && view === 'pages' && (
          <Suspense fallback={<div className={sheetStyles.linesLoading} aria-busy="true" />}>
            <PdfPage url={content} name={data.name} {...{ page, look, room, onError }} onPages={setPages} />
          </Suspense>
        )}
        {data && room && view === 'image' && (
          <ImagePage url={content} name={data.name} {...{ look, room, onError }} />
        )}
        {view === 'text' && <TextPage url={content} />}
        {data && view === 'none' && (
          <p className="soft">
            A {PAPER_TYPES[data.type].name} file cannot be shown here. Save it as a file to look into it.
          </p>
        )}
      </div>
    </Sheet>
  );
}
