/** The cells of a row by column. */
export type Cells = Readonly<Record<string, string>>;

/** What a row's cells may be completed from. */
export interface Completions {
  /** The name of an account by its number; nothing if there is none. */
  readonly accountName: (number: string) => string | undefined;
  /** The number of the account whose name is most like one, and that name. */
  readonly similarAccount: (name: string) => { readonly number: string; readonly name: string } | undefined;
  /** The number of the one account that a text finds. */
  readonly findAccount: (text: string) => string | undefined;
  /** The usual values of the breakdowns that an account needs, by the keys of their cells. */
  readonly usualValues: (number: string) => Cells;
  readonly contacts: ReadonlySet<string>;
  /** The names of contacts, as they are written. */
  readonly contactNames: readonly string[];
}

/** Whether a name is that of no contact yet. */
export function isNewContact(name: string, { contacts }: Completions): boolean {
  return name !== '' && !contacts.has(name.toLowerCase());
}
