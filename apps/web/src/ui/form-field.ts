import { useController } from 'react-hook-form';
import { useFormPlace } from './form-places.js';

/** What every field of a form takes. */
export interface FieldProps {
  /** The path of its value in the request. */
  readonly name: string;
  readonly label: string;
  readonly hint?: string | undefined;
}

/** The value of a field by its path in the request, and what is wrong with it. */
export function useField({ name, label, hint }: FieldProps) {
  useFormPlace(name, label);
  const { field, fieldState } = useController({ name });
  const { message } = fieldState.error ?? {};
  return { field, error: fieldState.error !== undefined, helperText: message ?? hint };
}
