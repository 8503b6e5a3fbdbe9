import { useEffect, useRef } from 'react';
import notice from './notice.module.css';
import type { TakenOver } from './taken-over.js';

/** What was taken over, by the labels of its fields. */
export interface TakenOverLabels {
  readonly changed: readonly string[];
  readonly typed: readonly string[];
}

/** What was taken over as it is told: fields that have no label are not shown, what stays as typed with what others wrote there. */
export function labelsOf(
  { changed, typed }: Pick<TakenOver<unknown>, 'changed' | 'typed'>,
  labelOf: (path: string) => string | undefined,
): TakenOverLabels {
  const labelled = typed.flatMap(({ path, theirs }) => {
    const [label, text] = [labelOf(path), textOf(theirs)];
    return label === undefined ? [] : [text === undefined ? label : `${label} (theirs: ${text || 'nothing'})`];
  });
  return { changed: [...new Set(changed.flatMap((path) => labelOf(path) ?? []))], typed: [...new Set(labelled)] };
}

function textOf(value: unknown): string | undefined {
  if (typeof value === 'string') return value;
  return Array.isArray(value) && value.every((word) => typeof word === 'string') ? value.join(', ') : undefined;
}

/** Says in a form that somebody else has changed what it is for, and takes that over; then, what was taken over. */
export function ChangedMeanwhile({
  isOutdated,
  refusal,
  taken,
  onTakeOver,
}: {
  isOutdated: boolean;
  /** Why the form was not saved, where that is why. */
  refusal: Error | null;
  taken: TakenOverLabels | undefined;
  onTakeOver: () => void;
}) {
  const told = useRef<HTMLParagraphElement>(null);
  // whoever pressed the button that is gone now goes on from here
  useEffect(() => told.current?.focus(), [taken]);
  if (isOutdated)
    return (
      <p className={refusal ? notice.error : notice.warned} role={refusal ? 'alert' : 'status'}>
        {refusal?.message ?? 'Somebody has changed this since you opened it.'}{' '}
        <button type="button" className="act small" onClick={onTakeOver}>
          Take over what was changed
        </button>
      </p>
    );
  if (!taken) return null;
  const { changed, typed } = taken;
  return (
    <p ref={told} tabIndex={-1} className={notice.done} role="status">
      {changed.length > 0 && `Taken over: ${changed.join(', ')}. `}
      {typed.length > 0 && `Changed by somebody else too, and left as you typed it: ${typed.join(', ')}. `}
      {changed.length + typed.length === 0 && 'What was changed is not in this form. '}
      What you typed is not saved yet.
    </p>
  );
}
