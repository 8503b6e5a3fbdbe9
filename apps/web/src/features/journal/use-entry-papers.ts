import { type Dispatch, type KeyboardEvent, type RefObject, useRef } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { focusedElement } from '../../ui/focused.js';
import { useSentPapers } from '../attachments/use-sent-papers.js';
import { type EntryForm, type FormEvent, papersOf } from './entry-form.js';
import { useShownPaper } from './use-shown-paper.js';

/** The papers of an entry being written: sent, attached to the whole of it or to a line, and looked at beside it. */
export function useEntryPapers(
  form: EntryForm,
  dispatch: Dispatch<FormEvent>,
  around: RefObject<HTMLElement | null>,
) {
  const { organisation } = useBooks();
  const papers = papersOf(form);
  const { shown, show, hide } = useShownPaper(papers);
  const typing = useRef<HTMLElement>(null);
  const choose = useRef<() => void>(null);
  const { sending, refused, send } = useSentPapers(organisation.id, ({ id }, line) => {
    dispatch({ type: 'paper-attached', paper: id, line });
    show(id);
  });
  /** To the paper and back to where one typed. */
  const toPaper = (): void => {
    const paper = around.current?.querySelector<HTMLElement>('[data-paper]');
    const [first] = papers;
    if (!paper) {
      if (first !== undefined) show(first);
    } else if (paper.contains(document.activeElement)) {
      typing.current?.focus();
    } else {
      typing.current = focusedElement() ?? null;
      paper.focus();
    }
  };
  return {
    shown,
    show,
    hide,
    sending,
    refused,
    choose,
    /** Whether the key was one for papers: Alt P goes there and back, Alt A chooses files. */
    onKeyDown: (event: KeyboardEvent): boolean => {
      const act = event.altKey ? { p: toPaper, a: () => choose.current?.() }[event.key.toLowerCase()] : undefined;
      if (!act) return false;
      event.preventDefault();
      act();
      return true;
    },
    /** Sends files that were dropped onto a line, or anywhere else. */
    take: (files: readonly File[], target: HTMLElement | undefined): void => {
      const line = Number(target?.closest<HTMLElement>('tr[data-line]')?.dataset['line'] ?? NaN);
      send(files, Number.isInteger(line) ? line : undefined);
    },
  };
}
