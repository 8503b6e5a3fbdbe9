import type { BreakdownResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { NamedField } from '../../ui/named-field.js';
import { BreakdownCells } from '../breakdowns/breakdown-cells.js';
import { LineContact } from './line-contact.js';
import type { SentenceChoices } from './sentence-choices.js';
import { neededBreakdowns } from './sentence-problems.js';
import styles from './sentence.module.css';
import type { End, TypedEnd } from './typed-sentence.js';

/** What an account asks for besides, in the sentence behind it: whose it is, and which value of a breakdown. */
export function EndParts({
  end,
  typed,
  choices: { accounts, contacts, breakdowns, taxes, onNewContact },
  place,
  problemOf,
  onTyped,
}: {
  end: End;
  typed: TypedEnd;
  choices: SentenceChoices;
  place: string;
  problemOf: (blank: string) => string | undefined;
  onTyped: (change: Partial<TypedEnd>) => void;
}) {
  const account = accounts.find(({ number }) => number === typed.account);
  const needed: BreakdownResponse[] = neededBreakdowns(account, breakdowns);
  return (
    <>
      {account?.control && (
        <span className={styles.contact} data-blank={`${end}.contact`}>
          <LineContact
            contacts={contacts}
            label={`Contact ${end}${place}`}
            value={typed.contact}
            wrong={problemOf(`${end}.contact`)}
            onChange={(contact) => onTyped({ contact })}
            onNew={(name) => onNewContact(typed.account, name)}
          />
        </span>
      )}
      {needed.length > 0 && (
        <span className={styles.values} data-blank={`${end}.${needed[0]?.name}`}>
          <BreakdownCells
            breakdowns={needed}
            values={typed.breakdowns}
            place={`${end}${place}`}
            onChange={(values) => onTyped({ breakdowns: values })}
          />
        </span>
      )}
      {account && (typed.taxCode !== '' || account.taxCode !== null) && (
        <span className={styles.tax}>
          with tax
          <NamedField
            options={taxes.codes.filter(({ active }) => active).map(({ code, name }) => ({ name: code, said: name }))}
            label={`Tax ${end}${place}`}
            value={typed.taxCode}
            wrong={problemOf(`${end}.taxCode`)}
            placeholder="none"
            onChange={(taxCode) => onTyped({ taxCode })}
          />
          {typed.taxCode !== '' && (
            <button
              className={clsx('act', styles.onTop)}
              type="button"
              aria-label={`${end}${place}: its tax is ${typed.isNet ? 'on top of the amount' : 'in the amount'}`}
              title="Space changes it"
              onClick={() => onTyped({ isNet: !typed.isNet })}
            >
              {typed.isNet ? 'on top' : 'in it'}
            </button>
          )}
        </span>
      )}
    </>
  );
}
