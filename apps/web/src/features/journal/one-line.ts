import type { BackOrAgain, Steps, TypedHistory } from '../../ui/typed-history.js';
import { stepped } from '../../ui/typed-history.js';
import { emptySentence, saysSame, sentenceAgain, type TypedSentence } from './typed-sentence.js';

/** Lines that are held until they are posted together, the sentence being typed, and the correction of a held one. */
export interface OneLine {
  readonly sentence: TypedSentence;
  readonly held: readonly TypedSentence[];
  /** The held line that is being corrected, as it is typed; it has the key of the line. */
  readonly correction?: TypedSentence | undefined;
}

/** What may happen to it. */
export type OneLineEvent =
  | { readonly type: 'said'; readonly blank: string; readonly sentence: TypedSentence }
  | { readonly type: 'hold' }
  | { readonly type: 'repeat' }
  | { readonly type: 'correct'; readonly key: number }
  | { readonly type: 'keep-correction' }
  | { readonly type: 'leave-correction' }
  | { readonly type: 'drop'; readonly key: number }
  | { readonly type: 'all-held'; readonly held: readonly TypedSentence[] }
  | { readonly type: 'start'; readonly with: OneLine };

/** A sheet with no line held. */
export function nothingHeld(date: string): OneLine {
  return { sentence: emptySentence(date), held: [] };
}

/** The lines held, with what is typed into the one that is being corrected. */
export function heldAsTyped({ held, correction }: OneLine): readonly TypedSentence[] {
  return correction
    ? held.map((typedSentence) => (typedSentence.key === correction.key ? correction : typedSentence))
    : held;
}

/** Lines as they go on in another window, or after a reload: their keys are given anew. */
export function goneOnWith({ sentence, held }: OneLine): OneLine {
  return { sentence: sentenceAgain(sentence), held: held.map(sentenceAgain) };
}

/** The sheet after an event. */
export function oneLineReducer(state: OneLine, event: OneLineEvent): OneLine {
  switch (event.type) {
    case 'said':
      if (event.sentence.key === state.correction?.key) return { ...state, correction: event.sentence };
      // a field that is left as its line is held tells what it held: the next sentence is another one
      return event.sentence.key === state.sentence.key ? { ...state, sentence: event.sentence } : state;
    case 'hold':
      return { ...state, held: [...state.held, state.sentence], sentence: emptySentence(state.sentence.date) };
    case 'repeat': {
      const last = state.held.at(-1);
      return last ? { ...state, sentence: sentenceAgain(last) } : state;
    }
    case 'correct':
      return { ...state, correction: state.held.find(({ key }) => key === event.key) };
    case 'keep-correction':
      return { ...state, held: heldAsTyped(state), correction: undefined };
    case 'leave-correction':
      return { ...state, correction: undefined };
    case 'drop':
      return {
        ...state,
        held: state.held.filter(({ key }) => key !== event.key),
        correction: state.correction?.key === event.key ? undefined : state.correction,
      };
    case 'all-held':
      return { held: event.held, sentence: emptySentence(event.held.at(-1)?.date ?? state.sentence.date) };
    case 'start':
      return event.with;
    default:
      return event satisfies never;
  }
}

const STEPS: Steps<OneLine, OneLineEvent> = {
  reduce: oneLineReducer,
  isSame: (a, b) =>
    saysSame(a.sentence, b.sentence) &&
    a.correction?.key === b.correction?.key &&
    (!a.correction || !b.correction || saysSame(a.correction, b.correction)) &&
    a.held.length === b.held.length &&
    a.held.every((typedSentence, index) => typedSentence === b.held[index]),
  cellOf: (event) => (event.type === 'said' ? `${event.sentence.key} ${event.blank}` : undefined),
  begunBy: (event) => (event.type === 'start' ? event.with : undefined),
};

/** The sheet with its past, after an event. */
export function oneLineHistory(
  history: TypedHistory<OneLine>,
  event: OneLineEvent | BackOrAgain,
): TypedHistory<OneLine> {
  return stepped(STEPS, history, event);
}
