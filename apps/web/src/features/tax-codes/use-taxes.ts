import type { AccountResponse, TaxCodeResponse } from '@just-ledger/contract';
import { isCivilDate, isPercent, parsePercent, type TaxCode, type TaxPart } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { taxCodesQuery } from '../../api/tax-code-queries.js';

/** What taxes are reckoned with: the codes, and the accounts that they go to. */
export interface Taxes {
  readonly codes: readonly TaxCode[];
  /** Every account, those that take no typed entries as well. */
  readonly accounts: readonly AccountResponse[];
}

const NONE: readonly never[] = [];

/** The taxes of the books: the same object until something changes. */
export function useTaxes(): Taxes {
  const { organisation, today } = useBooks();
  const { data: codes = NONE } = useQuery(taxCodesQuery(organisation.id));
  const { data: accounts = NONE } = useQuery(accountsQuery(organisation.id, today));
  return useMemo(() => ({ codes: codes.map((code) => taxCodeOf(code, accounts)), accounts }), [codes, accounts]);
}

/** A tax code as core knows it, from how it goes over the wire. */
export function taxCodeOf(
  { id, code, name, side, rounding, active, rates }: TaxCodeResponse,
  accounts: readonly AccountResponse[],
): TaxCode {
  return {
    id,
    code,
    name,
    side,
    rounding,
    active,
    rates: rates.map(({ from, parts }) => ({
      ...(from !== null && isCivilDate(from) && { from }),
      parts: parts.map(({ rate, share, side: on, account: number }): TaxPart => {
        const account = accounts.find((account) => account.number === number)?.id;
        return { rate: percent(rate), share: percent(share), side: on, ...(account !== undefined && { account }) };
      }),
    })),
  };
}

function percent(text: string): TaxPart['rate'] {
  return parsePercent(isPercent(text) ? text : '0');
}
