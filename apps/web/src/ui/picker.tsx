import { Autocomplete, type AutocompleteProps } from '@mui/material';
import cell from './cell.module.css';
import { useOffers } from './use-offers.js';

/** A field in which one of many is picked, or typed where it is free. What was gone to is what is taken. */
export function Picker<
  Value,
  Clearable extends boolean | undefined = false,
  Free extends boolean | undefined = false,
>({
  onKeyDown,
  ...props
}: Omit<
  AutocompleteProps<Value, false, Clearable, Free>,
  'open' | 'onOpen' | 'onClose' | 'disableCloseOnSelect' | 'slotProps' | 'multiple'
>) {
  const offers = useOffers();
  return (
    <Autocomplete<Value, false, Clearable, Free>
      {...props}
      {...offers.list}
      onKeyDown={(event) => {
        onKeyDown?.(event);
        offers.onKeyDown(event);
      }}
      slotProps={{
        popper: { className: cell.offers, placement: 'bottom-start' },
        listbox: { onClick: offers.onClick },
      }}
    />
  );
}
