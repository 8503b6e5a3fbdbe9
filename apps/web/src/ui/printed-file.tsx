import { useRef } from 'react';
import { onOwnPaper } from './own-ways.js';
import { usePrintKey } from './printed.js';

/** Opens what is printed as a file of the server, whole and ready for paper; the browser's own print key does too. */
export function PrintedFile({ href }: { href: string }) {
  const link = useRef<HTMLAnchorElement>(null);
  usePrintKey(link, () => link.current?.click());
  return (
    <a ref={link} data-prints className="act" href={onOwnPaper(href)} target="_blank" rel="noreferrer">
      Print
    </a>
  );
}
