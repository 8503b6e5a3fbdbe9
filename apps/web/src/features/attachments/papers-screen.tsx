import { useSheetParam } from '../../api/address.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { PaperView } from './paper-view.js';
import { WaitingPapers } from './waiting-papers.js';

/** Papers, those that wait for their entry first, and the one that is looked at; on the second sheet that one alone. */
export default function PapersScreen({ slot }: ScreenProps) {
  const [paper] = useSheetParam('paper', slot);
  if (slot === 'beside' && paper !== '') return <PaperView key={paper} paper={Number(paper)} />;
  return <WaitingPapers slot={slot} />;
}
