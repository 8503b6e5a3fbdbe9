/**
 * The addresses in a text, as people type or paste them: apart by lines, commas, semicolons or blanks, with a name before
 * them or without.
 *
 * @example addressesIn('Ada Lovelace <ada@ferry.test>; ben@ferry.test') // → ['ada@ferry.test', 'ben@ferry.test']
 */
export function addressesIn(text: string): string[] {
  const all = text.split(/[,;\n]/).flatMap((part) => {
    const within = /<([^<>]*)>/.exec(part)?.[1];
    return within === undefined ? part.split(/\s+/) : [within];
  });
  return [...new Set(all.map((address) => address.trim()).filter((address) => address !== ''))];
}
