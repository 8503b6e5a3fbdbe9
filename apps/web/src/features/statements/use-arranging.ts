import type { ArrangementRequest, ArrangementResponse } from '@just-ledger/contract';
import { useEffect, useReducer, useState } from 'react';
import { type BackOrAgain, historyOf, stepped, type Steps, type TypedHistory } from '../../ui/typed-history.js';
import { type Arranging, arrangingOf, requestOf } from './arrangement-edits.js';

type Step = { readonly type: 'step' | 'begin'; readonly state: Arranging };

const STEPS: Steps<Arranging, Step> = {
  reduce: (_, { state }) => state,
  isSame: (a, b) => a === b,
  cellOf: () => undefined,
  begunBy: (event) => (event.type === 'begin' ? event.state : undefined),
};

/** An arrangement that is worked on: it is only kept when somebody says so, and outlasts a reload until then. */
export interface ArrangingNow {
  readonly now: Arranging;
  /** What would be kept. */
  readonly request: ArrangementRequest;
  readonly isChanged: boolean;
  /** Whether somebody kept another arrangement since this one was begun. */
  readonly isBehind: boolean;
  readonly canGoBack: boolean;
  set(this: void, next: Arranging): void;
  back(this: void, which: BackOrAgain['type']): void;
  /** Begins anew from what is kept. */
  begin(this: void, from: ArrangementResponse): void;
}

/** What the tab holds of an arrangement that is worked on. */
interface HeldArranging {
  readonly base: ArrangementResponse;
  readonly now: Arranging;
}

/** Works on the arrangement of an organisation. @param kept the one that the server keeps now */
export function useArranging(organisation: number, kept: ArrangementResponse): ArrangingNow {
  const key = `just-ledger.arranging ${organisation}`;
  const [held] = useState(() => heldIn(key));
  const [base, setBase] = useState(held?.base ?? kept);
  const [history, step] = useReducer(
    (state: TypedHistory<Arranging>, event: Step | BackOrAgain) => stepped(STEPS, state, event),
    held?.now ?? arrangingOf(kept),
    historyOf,
  );
  const { now } = history;
  const request = requestOf(now, base);
  const isChanged = JSON.stringify(request) !== JSON.stringify(requestOf(arrangingOf(base), base));
  const begin = (from: ArrangementResponse): void => {
    setBase(from);
    step({ type: 'begin', state: arrangingOf(from) });
  };
  useEffect(() => {
    if (isChanged) sessionStorage.setItem(key, JSON.stringify({ base, now } satisfies HeldArranging));
    else sessionStorage.removeItem(key);
  }, [key, base, now, isChanged]);
  const isBehind = kept.version > base.version;
  // what nobody has touched follows what is kept: another arrangement, or accounts that were renumbered since
  const isOther = kept !== base && kept.version >= base.version;
  useEffect(() => {
    if (isOther && !isChanged) begin(kept);
  }, [isOther, isChanged, kept]);
  return {
    now,
    request,
    isChanged,
    isBehind,
    canGoBack: history.before.length > 0,
    set: (state) => step({ type: 'step', state }),
    back: (type) => step({ type }),
    begin,
  };
}

function heldIn(key: string): HeldArranging | undefined {
  try {
    const held: HeldArranging | null = JSON.parse(sessionStorage.getItem(key) ?? 'null');
    return held ?? undefined;
  } catch {
    return undefined;
  }
}
