import { TextInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';

/** Whom a message goes to, and what it says. */
export function MessageInputs({ hint, autoFocus = false }: { hint: string; autoFocus?: boolean }) {
  return (
    <>
      <TextInput
        name="recipients"
        label="E-mail addresses, one to a line"
        hint={hint}
        className={formStyles.wide}
        multiline
        minRows={3}
        maxRows={10}
        autoFocus={autoFocus}
        slotProps={{ htmlInput: { spellCheck: false, autoCapitalize: 'off' } }}
      />
      <TextInput
        name="words"
        label="What the message says"
        hint="Under it stand your name, the hash of the file and the seal of the books."
        className={formStyles.wide}
        multiline
        minRows={3}
        maxRows={10}
      />
    </>
  );
}
