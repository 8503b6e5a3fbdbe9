import type { AccountResponse } from '@just-ledger/contract';
import {
  type ACCOUNT_DETAILS,
  type Classification,
  type Element,
  elementFromNumber,
  ELEMENTS,
  isClassification,
  proposedClassification,
} from '@just-ledger/core';

/** An account as it is typed. */
export interface TypedAccount extends Record<keyof typeof ACCOUNT_DETAILS, string> {
  number: string;
  name: string;
  /** Empty until somebody chooses; so is the classification. */
  element: string;
  classification: string;
  parent: string;
  contra: boolean;
  control: boolean;
  currency: string;
  typedEntries: boolean;
  active: boolean;
  role: string;
  closesTo: string;
  share: string;
  settles: boolean;
  breakdowns: readonly string[];
  taxCode: string;
  /** Empty while it is as proposed. */
  cashFlow: string;
}

/** Where an account stands: as its heading does, as was chosen, or as its number proposes. */
export function meantPlace(
  { parent, element: chosen, classification: under, number }: TypedAccount,
  accounts: readonly AccountResponse[],
): { element: Element; classification: Classification } {
  const heading = accounts.find((account) => account.number === parent);
  const element =
    heading?.element ?? ELEMENTS.find((known) => known === chosen) ?? elementFromNumber(number) ?? 'asset';
  const chosenUnder = isClassification(under) ? under : undefined;
  return {
    element,
    classification: heading?.classification ?? chosenUnder ?? proposedClassification(element, number),
  };
}
