import { useEffect, useState } from 'react';
import type { EntryForm } from './entry-form.js';
import { keepTyping, keptTyping, type LeftTyping, leftTyping, type TypingPlace } from './kept-typing.js';

/** What was left half typed in a tab that is open no more, the latest first, and what can become of it. */
export function useLeftTyping<Form = EntryForm>({ person, organisation, draft }: TypingPlace) {
  const [left, setLeft] = useState<readonly LeftTyping<Form>[]>([]);
  useEffect(() => {
    let isOver = false;
    void leftTyping<Form>({ person, organisation, draft }).then((found) => {
      if (!isOver) setLeft(found);
    });
    return () => {
      isOver = true;
    };
  }, [person, organisation, draft]);
  /** Takes one out of what was left. @returns undefined if another tab has done so before */
  const take = ({ tab }: LeftTyping<Form>): LeftTyping<Form> | undefined => {
    const typingKey = { person, organisation, draft };
    const typing = keptTyping<Form>(typingKey, tab);
    keepTyping(typingKey, undefined, tab);
    setLeft((all) => all.filter((leftTyping) => leftTyping.tab !== tab));
    return typing && { ...typing, tab };
  };
  return { left: left[0], take };
}
