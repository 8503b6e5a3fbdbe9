/** Another key each time, that nobody can guess; also where the page came without encryption, as on a network at home. */
export function randomKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
