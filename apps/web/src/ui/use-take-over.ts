import { useState } from 'react';
import { isChangedSince } from '../api/request.js';
import { type ChangedMeanwhile, labelsOf, type TakenOverLabels } from './changed-meanwhile.js';
import { isAlikeButForKeys, takenOver } from './taken-over.js';
import type { LookedAt } from './use-looked-at.js';

/**
 * What a form that keeps its fields by itself takes over of what somebody else changed; rows are told apart by their `key`.
 *
 * @param fields as the form would be opened with now, and as they are typed; how they are set; what each is called
 * @returns what {@link ChangedMeanwhile} takes, and what begins anew with fields that were kept
 */
export function useTakeOver<Fields extends object>(
  { isOutdated, takeOver }: Pick<LookedAt<unknown>, 'isOutdated' | 'takeOver'>,
  {
    now,
    typed,
    labels,
    error,
    set,
  }: {
    readonly now: Fields;
    readonly typed: Fields;
    readonly labels: Readonly<Record<string, string>>;
    /** Why it was not saved. */
    readonly error: Error | null;
    readonly set: (fields: Fields) => void;
  },
): readonly [shown: Parameters<typeof ChangedMeanwhile>[0], begin: (kept: Fields) => void] {
  const [before, setBefore] = useState(now);
  const [taken, setTaken] = useState<TakenOverLabels>();
  const begin = (kept: Fields): void => {
    setBefore(kept);
    setTaken(undefined);
  };
  const onTakeOver = (): void => {
    const merged = takenOver(before, now, typed, isAlikeButForKeys);
    begin(now);
    set(merged.fields);
    setTaken(labelsOf(merged, (path) => labels[path] ?? labels[path.split('.')[0] ?? '']));
    takeOver();
  };
  return [{ isOutdated, refusal: isChangedSince(error) ? error : null, taken, onTakeOver }, begin];
}
