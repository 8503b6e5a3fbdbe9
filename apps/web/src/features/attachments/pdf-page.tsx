import { getDocument, GlobalWorkerOptions, type PDFDocumentLoadingTask, type PDFDocumentProxy } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState } from 'react';
import { type PageLook, scaleOf } from './page-look.js';
import type { Room } from './use-size.js';

GlobalWorkerOptions.workerSrc = worker;

/** A page of a PDF, drawn as it is looked at. */
export default function PdfPage({
  url,
  name,
  page,
  look,
  room,
  onPages,
  onError,
}: {
  url: string;
  name: string;
  /** Counted from 1. */
  page: number;
  look: PageLook;
  room: Room;
  /** Told how many pages there are. */
  onPages: (pages: number) => void;
  onError: (error: Error) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [opened, setOpened] = useState<PDFDocumentProxy>();
  useEffect(() => {
    // read whole first: a reader that is destroyed while it still loads leaves a failure that nobody can catch
    const leaving = new AbortController();
    let task: PDFDocumentLoadingTask | undefined;
    const read = async (): Promise<void> => {
      const reply = await fetch(url, { signal: leaving.signal });
      if (!reply.ok) throw new Error(`${name} could not be read (${reply.status}).`);
      const data = await reply.arrayBuffer();
      if (leaving.signal.aborted) return;
      task = getDocument({ data, isEvalSupported: false });
      const document = await task.promise;
      if (leaving.signal.aborted) return;
      setOpened(document);
      onPages(document.numPages);
    };
    read().catch((error: unknown) => {
      if (!leaving.signal.aborted) onError(error instanceof Error ? error : new Error(String(error)));
    });
    return () => {
      leaving.abort();
      void task?.destroy();
    };
  }, [url, name, onPages, onError]);
  useEffect(() => {
    if (!opened || page > opened.numPages) return;
    let stop: (() => void) | undefined;
    let isOver = false;
    const draw = async (): Promise<void> => {
      const sheet = await opened.getPage(page);
      const pen = canvas.current?.getContext('2d');
      if (isOver || !canvas.current || !pen) return;
      const rotation = (sheet.rotate + look.turn) % 360;
      const own = sheet.getViewport({ scale: 1, rotation });
      const scale = scaleOf(look, own, room);
      const viewport = sheet.getViewport({ scale: scale * window.devicePixelRatio, rotation });
      Object.assign(canvas.current, { width: Math.floor(viewport.width), height: Math.floor(viewport.height) });
      canvas.current.style.width = `${Math.floor(own.width * scale)}px`;
      const drawing = sheet.render({ canvasContext: pen, viewport });
      stop = () => drawing.cancel();
      await drawing.promise;
    };
    // what is not looked at any more may fail
    draw().catch((error: unknown) => {
      if (!isOver) onError(error instanceof Error ? error : new Error(String(error)));
    });
    return () => {
      isOver = true;
      stop?.();
    };
  }, [opened, page, look, room, onError]);
  return <canvas ref={canvas} role="img" aria-label={`${name}, page ${page}`} />;
}
