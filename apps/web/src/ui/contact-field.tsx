import type { ContactResponse } from '@just-ledger/contract';
import { NamedField } from './named-field.js';

/** Chooses a contact by part of its name or its number; one that is not there yet can be added by key. */
export function ContactField({
  contacts,
  ...field
}: {
  contacts: readonly ContactResponse[];
  value: string;
  label: string;
  wrong?: string | undefined;
  /** Names of contacts that are offered first. */
  usedBefore?: readonly string[] | undefined;
  onChange: (name: string) => void;
  onNew?: (name: string) => void;
}) {
  return <NamedField {...field} options={contacts} placeholder="who?" />;
}
