import type { AccountRequest, AccountResponse } from '@just-ledger/contract';
import { InputBase } from '@mui/material';
import { type KeyboardEvent, useState } from 'react';

const CELL = { padding: 0, height: 19, fontSize: 13, borderBottom: '1px solid var(--palette-primary-main)' } as const;

/** Number and name while they are written: Enter keeps and goes on to the next account, Escape leaves. */
export function WrittenAccount({
  account,
  depth,
  onWritten,
  onLeave,
}: {
  account: AccountResponse;
  depth: number;
  onWritten: (change: Partial<AccountRequest>, goOn: boolean) => void;
  onLeave: () => void;
}) {
  const [number, setNumber] = useState(account.number);
  const [name, setName] = useState(account.name);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Enter') onWritten({ number, name }, !event.shiftKey);
    else if (event.key === 'Escape') onLeave();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <>
      <span role="gridcell">
        <InputBase
          value={number}
          onChange={(event) => setNumber(event.target.value)}
          onKeyDown={onKeyDown}
          inputProps={{ 'aria-label': `Number of ${account.name}`, style: CELL }}
        />
      </span>
      <span role="gridcell" style={{ paddingLeft: depth * 16 }}>
        <InputBase
          autoFocus
          fullWidth
          value={name}
          onChange={(event) => setName(event.target.value)}
          onKeyDown={onKeyDown}
          onFocus={(event) => event.target.select()}
          inputProps={{ 'aria-label': `Name of ${account.number}`, style: CELL }}
        />
      </span>
    </>
  );
}
