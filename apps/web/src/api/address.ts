import { isCivilDate } from '@just-ledger/core';
import { createContext, useContext, useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { listenAhead } from './type-ahead.js';

/** The stage in which a screen stands, by its part of the address: what composes the application tells it. */
export const StageOfScreen = createContext<(screen: string) => string>(() => 'record');

/** The organisation in the address. */
export function useOrganisationId(): string {
  return useParams()['organisation'] ?? '';
}

/** Everything the address holds, and the ways to change it. The second sheet's filters are prefixed. */
export interface Address {
  readonly organisation: string;
  readonly stage: string;
  readonly screen: string;
  /** The screen on the second sheet. */
  readonly beside: string | undefined;
  readonly from: string | undefined;
  readonly to: string | undefined;
  /** Where another screen is, dates and second sheet kept. */
  href(screen: string, params?: Record<string, string | undefined>): string;
  go(screen: string, params?: Record<string, string | undefined>): void;
  setSpan(from: string | undefined, to: string | undefined): void;
  /** Puts a screen on the second sheet, or takes it away. */
  setBeside(screen: string | undefined, params?: Record<string, string | undefined>): void;
}

/** The parameters that every screen keeps. */
const KEPT = ['from', 'to', 'year'];

/** The parameters as they stand this moment: a key pressed before the last change was drawn must not undo it. */
function current(): URLSearchParams {
  return new URLSearchParams(window.location.search);
}

/** A date of the address; one that somebody has written there and that is none is left out. */
function dateIn(search: URLSearchParams, key: string): string | undefined {
  const text = search.get(key) ?? '';
  return isCivilDate(text) ? text : undefined;
}

/** Reads the address and writes it. */
export function useAddress(): Address {
  const { organisation = '', stage = 'record', screen = 'journal' } = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const stageOf = useContext(StageOfScreen);
  return useMemo(() => {
    const href = (to: string, params: Record<string, string | undefined> = {}): string => {
      const next = new URLSearchParams();
      for (const [key, value] of current()) if (KEPT.includes(key) || key.startsWith('beside')) next.set(key, value);
      for (const [key, value] of Object.entries(params)) if (value) next.set(key, value);
      const query = next.toString();
      return `/${organisation}/${stageOf(to)}/${to}${query ? `?${query}` : ''}`;
    };
    const change = (set: Record<string, string | undefined>, drop?: (key: string) => boolean): void => {
      const next = new URLSearchParams([...current()].filter(([key]) => !drop?.(key)));
      for (const [key, value] of Object.entries(set)) {
        if (value) next.set(key, value);
        else next.delete(key);
      }
      setSearch(next);
    };
    return {
      organisation,
      stage,
      screen,
      beside: search.get('beside') ?? undefined,
      from: dateIn(search, 'from'),
      to: dateIn(search, 'to'),
      href,
      go: (to, params) => {
        if (to === 'entry' && (screen !== 'entry' || params?.['draft'] !== search.get('draft'))) listenAhead();
        void navigate(href(to, params));
      },
      setSpan: (from, to) => change({ from, to }),
      setBeside: (to, params = {}) =>
        change(
          {
            beside: to,
            ...Object.fromEntries(Object.entries(params).map(([key, value]) => [`beside.${key}`, value])),
          },
          (key) => key.startsWith('beside'),
        ),
    };
  }, [organisation, stage, screen, search, setSearch, navigate, stageOf]);
}

/** A filter of a sheet, kept in the address; the second sheet has its own. */
export function useSheetParam(
  name: string,
  slot: 'main' | 'beside' = 'main',
): [string, (value: string | undefined) => void] {
  const [search, setSearch] = useSearchParams();
  const key = slot === 'beside' ? `beside.${name}` : name;
  const set = (value: string | undefined): void => {
    const next = current();
    if (value) next.set(key, value);
    else next.delete(key);
    setSearch(next, { replace: true });
  };
  return [search.get(key) ?? '', set];
}
