import { FundNames } from './fund-names.js';
import type { NamedEquityProps } from './named-equity-props.js';
import { PartnerNames } from './partner-names.js';
import { ShareClassNames } from './share-class-names.js';

/** The names that a kind's equity accounts are given: partners, classes of shares, funds. */
export function NamedEquity(props: NamedEquityProps) {
  switch (props.answers.kind) {
    case 'partnership':
      return <PartnerNames {...props} />;
    case 'company':
      return <ShareClassNames {...props} />;
    case 'non-profit':
      return <FundNames {...props} />;
    default:
      return null;
  }
}
