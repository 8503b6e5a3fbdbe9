import { RequestRefused } from './request.js';

/** Where the problems of a refused request belong in a form. */
export interface ProblemPlaces {
  /** What a field shows: an error with its sentence, or the hint it has anyway. */
  at(path: string, hint?: string): { error: boolean; helperText: string | undefined };
  /** The error, if any of it has no place of its own in the form. */
  readonly elsewhere: Error | undefined;
}

/** Puts the problems of a failed request beside the fields of a form. @param fields the paths the form has fields for */
export function problemPlaces(error: Error | null, fields: readonly string[]): ProblemPlaces {
  const refusal = error instanceof RequestRefused ? error : undefined;
  const isPlaced = refusal?.details.problems.every((problem) => fields.includes(problem.path)) ?? false;
  return {
    at: (path, hint) => {
      const message = refusal?.at(path);
      return { error: message !== undefined, helperText: message ?? hint };
    },
    elsewhere: error && !(isPlaced && refusal && refusal.details.problems.length > 0) ? error : undefined,
  };
}
