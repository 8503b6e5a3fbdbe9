import { useSheetParam } from '../../api/address.js';

/** The paper that lies beside an entry, as the address says: the first of its papers unless another, or none, is chosen. */
export function useShownPaper(papers: readonly number[]): {
  readonly shown: number | undefined;
  readonly show: (paper: number) => void;
  readonly hide: () => void;
} {
  const [chosen, choose] = useSheetParam('paper');
  const named = papers.find((paper) => String(paper) === chosen);
  return {
    shown: chosen === 'none' ? undefined : (named ?? papers[0]),
    show: (paper) => choose(String(paper)),
    hide: () => choose('none'),
  };
}
