import type { ComponentType } from 'react';

/** The stages of the work, in their order, as they stand in addresses. */
export type StageKey = 'prepare' | 'take-on' | 'record' | 'check' | 'close' | 'report';

/** What a screen is given: which sheet it lies on. */
export interface ScreenProps {
  readonly slot: 'main' | 'beside';
}

/** A screen that a feature brings: where it stands, what it is called, and how it is reached. */
export interface ScreenRoute {
  readonly stage: StageKey;
  /** Its part of the address. */
  readonly path: string;
  readonly label: string;
  readonly lazy: () => Promise<{ default: ComponentType<ScreenProps> }>;
  /** The key that leads here after g. */
  readonly goKey?: string;
  /** Keys that work on it, with what they do. */
  readonly keys?: readonly (readonly [key: string, does: string])[];
  /** Shows what waits here, or nothing; it stands beside the name of the stage. */
  readonly Badge?: ComponentType;
  /** Whether it fills the desk by itself, so that nothing lies beside it. */
  readonly isWhole?: boolean;
  /** Whether it is offered as the second sheet. */
  readonly isOfferedBeside?: boolean;
  /** Whether it is a report, which can be kept under a name with what its address holds. */
  readonly isReport?: boolean;
  /** Whether it shows lines of these books only, and does not say so of days before the changeover. */
  readonly isOfLines?: boolean;
}
