import type { AccountResponse } from '@just-ledger/contract';
import { bestMatches, isBegunBy, sentencesMeant } from '@just-ledger/core';
import { useAutocomplete } from '@mui/material';
import { useMemo } from 'react';
import { createPortal } from 'react-dom';
import { useOffers } from '../../ui/use-offers.js';
import { BlankField } from './blank.js';
import type { OfferedSentence } from './offered-sentence.js';
import { type Offer, SentenceOffers } from './sentence-offers.js';

/** So many are offered: of accounts used in this blank before, of sentences said before, of all. */
const MOST = { accounts: 4, said: 3, inAll: 5 };

/** An account in a sentence: by its number, a word of its name, or what such an entry was for. */
export function AccountBlank({
  blank,
  label,
  value,
  accounts,
  said,
  usedBefore,
  problem,
  offersAt,
  onChoose,
  onTyped,
  onSaid,
}: {
  blank: string;
  label: string;
  /** The account's number, or what was typed for it. */
  value: string;
  accounts: readonly AccountResponse[];
  said: readonly OfferedSentence[];
  /** Numbers of accounts that are offered first. */
  usedBefore: readonly string[];
  problem: string | undefined;
  /** Where the accounts offered are shown. */
  offersAt: Element | null;
  onChoose: (account: AccountResponse) => void;
  /** What stands in the field is no account. */
  onTyped: (text: string) => void;
  onSaid: (sentence: OfferedSentence) => void;
}) {
  const options = useMemo(
    (): Offer[] => [
      ...accounts.map((account) => ({ account })),
      ...said.map((offeredSentence) => ({ said: offeredSentence })),
    ],
    [accounts, said],
  );
  const chosen = options.find((offer) => 'account' in offer && offer.account.number === value);
  const offersFor = (typed: string): Offer[] => {
    const found = bestMatches(accounts, typed, usedBefore);
    const [begun, holding] = [
      found.filter((account) => isBegunBy(account, typed)),
      found.filter((account) => !isBegunBy(account, typed)),
    ];
    const used = begun.filter(({ number }) => usedBefore.includes(number));
    const unused = begun.filter(({ number }) => !usedBefore.includes(number));
    // digits mean the number of an account
    const meant = /^\d*$/.test(typed.trim()) ? [] : sentencesMeant(said, typed).slice(0, MOST.said);
    const offered = (some: readonly AccountResponse[]): Offer[] => some.map((account) => ({ account }));
    const all = [
      ...offered(used.slice(0, MOST.accounts)),
      ...meant.map((offeredSentence): Offer => ({ said: offeredSentence })),
      ...offered([...unused, ...holding]),
    ];
    return all.slice(0, MOST.inAll);
  };
  /** What typed text stands for: the account it names, else the first that is offered for it. */
  const meantBy = (typed: string): Offer | undefined => {
    if (typed.trim() === '') return undefined;
    const named = accounts.find((account) => account.number === typed.trim() || labelOf({ account }) === typed);
    return named ? { account: named } : offersFor(typed)[0];
  };
  const take = (offer: Offer | string | null): void => {
    if (offer === null || typeof offer === 'string') return onTyped(offer ?? '');
    return 'account' in offer ? onChoose(offer.account) : onSaid(offer.said);
  };
  const { list, ...keys } = useOffers();
  const { getRootProps, getInputProps, getListboxProps, getOptionProps, groupedOptions, inputValue, popupOpen } =
    useAutocomplete<Offer, false, false, true>({
      ...list,
      freeSolo: true,
      options,
      value: chosen ?? (value || null),
      filterOptions: (_, state) => offersFor(state.inputValue),
      getOptionLabel: (option) => (typeof option === 'string' ? option : labelOf(option)),
      autoHighlight: true,
      autoSelect: true,
      selectOnFocus: true,
      onChange: (_, offer) => take(typeof offer === 'string' ? (meantBy(offer) ?? offer.trim()) : offer),
    });
  const { ref, value: _, ...input }: ReturnType<typeof getInputProps> & { value?: unknown } = getInputProps();
  return (
    <>
      <span {...getRootProps({ onKeyDown: keys.onKeyDown })}>
        <BlankField
          blank={blank}
          label={label}
          placeholder="account"
          least={9}
          problem={problem}
          value={inputValue}
          ref={ref}
          {...input}
        />
      </span>
      {popupOpen &&
        offersAt &&
        createPortal(
          <SentenceOffers
            offers={groupedOptions.flatMap((offer) => ('options' in offer ? [] : [offer]))}
            listbox={{ ...getListboxProps(), onClick: keys.onClick }}
            optionAt={(option, index) => getOptionProps({ option, index })}
            accounts={accounts}
          />,
          offersAt,
        )}
    </>
  );
}

function labelOf(offer: Offer): string {
  return 'account' in offer ? `${offer.account.number} ${offer.account.name}` : offer.said.explanation;
}
