import { parseCivilDate } from '@just-ledger/core';
import { randomKey } from '../../api/random-key.js';
import type { EntryForm } from './entry-form.js';
import { HELD_LINES, keepTyping, keptTyping, type TypingPlace } from './kept-typing.js';
import { nothingHeld, type OneLine } from './one-line.js';
import type { Writing } from './one-line-or-full.js';
import { formOfSentence, isUnsaid, sentenceOfForm } from './typed-sentence.js';

/** What a date is near to does not matter once it has its year. */
const WHEREVER = parseCivilDate('2000-01-01');

/**
 * Takes what is half typed from the sentence to the full entry, or back, where it can be said there and nothing is half
 * typed there already. Where it cannot, both stay as they are.
 */
export function carryTyping({ person, organisation }: Omit<TypingPlace, 'draft'>, to: Writing): void {
  const [full, line] = [
    { person, organisation, draft: '' },
    { person, organisation, draft: HELD_LINES },
  ];
  const [entry, lines] = [keptTyping<EntryForm>(full), keptTyping<OneLine>(line)];
  const moment = new Date().toISOString();
  if (to === 'full') {
    if (entry || !lines || isUnsaid(lines.form.sentence)) return;
    const { sentence, held } = lines.form;
    keepTyping(full, { form: formOfSentence(sentence), key: randomKey(), at: moment });
    const rest = { ...nothingHeld(sentence.date), held };
    keepTyping(line, held.length > 0 ? { ...lines, form: rest } : undefined);
    return;
  }
  const sentence = entry && sentenceOfForm(entry.form, WHEREVER);
  if (!sentence || (lines && !isUnsaid(lines.form.sentence))) return;
  keepTyping(line, { form: { sentence, held: lines?.form.held ?? [] }, key: lines?.key ?? randomKey(), at: moment });
  keepTyping(full, undefined);
}
