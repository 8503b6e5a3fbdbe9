/** What something that was thrown says. @example messageOf(new Error('disk full')) // → 'disk full' */
export function messageOf(thrown: unknown): string {
  const { message }: { message?: unknown } = Object(thrown);
  return typeof message === 'string' ? message : String(thrown);
}
