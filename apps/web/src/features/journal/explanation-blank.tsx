import { useAutocomplete } from '@mui/material';
import { sentencesMeant } from '@just-ledger/core';
import { createPortal } from 'react-dom';
import { BlankField } from './blank.js';
import { useOffers } from '../../ui/use-offers.js';
import type { OfferedSentence } from './offered-sentence.js';
import styles from './sentence.module.css';

/** So many explanations are offered. */
const MOST = 5;

/** What an amount went for; what was said before is offered and taken by ↓ and Enter, never by itself. */
export function ExplanationBlank({
  label,
  value,
  said,
  problem,
  offersAt,
  onTyped,
}: {
  label: string;
  value: string;
  /** The sentences whose explanations are offered, the likeliest first. */
  said: readonly OfferedSentence[];
  problem: string | undefined;
  offersAt: Element | null;
  onTyped: (text: string) => void;
}) {
  const { list, ...keys } = useOffers();
  const { getRootProps, getInputProps, getListboxProps, getOptionProps, groupedOptions, popupOpen } = useAutocomplete<
    string,
    false,
    false,
    true
  >({
    ...list,
    freeSolo: true,
    options: [...new Set(said.map(({ explanation }) => explanation))],
    value,
    inputValue: value,
    filterOptions: (options, { inputValue }) => {
      const meant = sentencesMeant(said, inputValue).map(({ explanation }) => explanation);
      return (inputValue.trim() === '' ? options : [...new Set(meant)]).slice(0, MOST);
    },
    selectOnFocus: true,
    onInputChange: (_, text, reason) => {
      if (reason === 'input') onTyped(text);
    },
    onChange: (_, chosen, reason) => {
      if (reason === 'selectOption' && chosen) onTyped(chosen);
    },
  });
  const { ref, value: _, ...input }: ReturnType<typeof getInputProps> & { value?: unknown } = getInputProps();
  const offers = groupedOptions.flatMap((offer) => (typeof offer === 'string' ? [offer] : []));
  return (
    <>
      <span {...getRootProps({ onKeyDown: keys.onKeyDown })}>
        <BlankField
          blank="explanation"
          label={label}
          placeholder="explanation"
          least={12}
          problem={problem}
          ref={ref}
          {...input}
          value={value}
        />
      </span>
      {popupOpen &&
        offers.length > 0 &&
        offersAt &&
        createPortal(
          <ul {...getListboxProps()} onClick={keys.onClick} className={styles.offers}>
            {offers.map((option, index) => {
              const { key: _key, ...rest } = getOptionProps({ option, index });
              return (
                <li key={option} {...rest} className={styles.offer}>
                  <span>{option}</span>
                </li>
              );
            })}
          </ul>,
          offersAt,
        )}
    </>
  );
}
