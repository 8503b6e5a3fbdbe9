import { useState } from 'react';
import { RequestRefused } from '../../api/request.js';
import { TextInput } from '../../ui/form-fields.js';

/**
 * Asks for the code of a device once the server does: the password was right then. What is sent goes through `asking`;
 * `field` stands among the fields of the form.
 */
export function useCodeOfDevice() {
  const [isAsked, setAsked] = useState(false);
  const asking = (sent: Promise<unknown>): Promise<unknown> =>
    sent.catch((error: unknown) => {
      if (isAsked || !(error instanceof RequestRefused) || error.at('code') === undefined) throw error;
      setAsked(true);
    });
  const field = isAsked && (
    <TextInput
      name="code"
      label="Code of your device"
      autoComplete="one-time-code"
      hint="Or one of those on paper."
      required
      autoFocus
    />
  );
  return { asking, field };
}
