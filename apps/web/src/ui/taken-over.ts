/** What a form holds once it has taken over what somebody else changed. */
export interface TakenOver<Fields> {
  /** What was typed, and all else as it is now. */
  readonly fields: Fields;
  /** The paths of what somebody else changed and is in the form now. */
  readonly changed: readonly string[];
  /** The paths of what somebody else changed and stays as it was typed, with what they wrote. */
  readonly typed: readonly { readonly path: string; readonly theirs: unknown }[];
}

/**
 * Takes over what somebody else changed since a form was opened, field by field: what was typed stays, all else is as it is
 * now. Fields within fields are looked at one by one, a list counts as one.
 *
 * @param before what the form was opened with
 * @param now what it would be opened with now
 * @param typed what it holds
 * @param isSame whether two values are alike; told apart by all that is in them if left out
 * @example takenOver({a: '1', b: '1'}, {a: '2', b: '1'}, {a: '1', b: '3'}).fields // → {a: '2', b: '3'}
 */
export function takenOver<Fields extends object>(
  before: Fields,
  now: Fields,
  typed: Fields,
  isSame: (first: unknown, second: unknown) => boolean = isAlike,
): TakenOver<Fields> {
  const changed: string[] = [];
  const kept: { readonly path: string; readonly theirs: unknown }[] = [];
  const merged = (path: string, was: unknown, is: unknown, own: unknown): unknown => {
    if (isFields(was) && isFields(is) && isFields(own)) {
      const within = path === '' ? '' : `${path}.`;
      return Object.fromEntries(
        Object.keys({ ...is, ...own }).map((key) => [key, merged(within + key, was[key], is[key], own[key])]),
      );
    }
    if (isSame(was, is)) return own;
    if (isSame(own, is)) return is;
    if (isSame(was, own)) {
      changed.push(path);
      return is;
    }
    kept.push({ path, theirs: is });
    return own;
  };
  return { fields: merged('', before, now, typed) as Fields, changed, typed: kept };
}

function isFields(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Whether two values are alike, by whatever `key` the rows within them are told apart on screen. */
export function isAlikeButForKeys(first: unknown, second: unknown): boolean {
  const text = (value: unknown): string =>
    JSON.stringify(value, (name, inner: unknown) => (name === 'key' ? undefined : inner));
  return text(first) === text(second);
}

function isAlike(first: unknown, second: unknown): boolean {
  return JSON.stringify(first) === JSON.stringify(second);
}
