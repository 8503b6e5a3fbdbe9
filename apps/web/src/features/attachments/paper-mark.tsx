import { countedPapers } from './paper-size.js';

/**
 * A small sheet of paper: drawn whole where there is one, dotted where there is none.
 *
 * @param isNamed whether its name stands beside it, so that it need not be said
 */
export function PaperMark({ papers, isNamed = false }: { papers: number; isNamed?: boolean }) {
  const label = papers === 0 ? 'no paper' : countedPapers(papers);
  return (
    <svg
      width="11"
      height="13"
      viewBox="0 0 11 13"
      {...(isNamed ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.1"
      strokeDasharray={papers === 0 ? '1.4 1.6' : undefined}
    >
      {!isNamed && <title>{label}</title>}
      <path d="M1 1h6l3 3v8H1z" />
      {papers > 0 && <path d="M3 6h5M3 8h5M3 10h3" />}
    </svg>
  );
}
