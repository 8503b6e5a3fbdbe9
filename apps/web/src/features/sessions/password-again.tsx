import { TextInput } from '../../ui/form-fields.js';

/** The password once more, before what somebody at an open screen shall not do. */
export function PasswordAgain({ autoFocus = true }: { autoFocus?: boolean }) {
  return (
    <TextInput
      name="password"
      label="Password, once more"
      type="password"
      autoComplete="current-password"
      required
      autoFocus={autoFocus}
    />
  );
}
