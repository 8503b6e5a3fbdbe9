import { RequestRefused } from '../../api/request.js';
import { type EntryForm, rowOfPath } from './entry-form.js';

const HEAD_FIELDS = ['date', 'explanation', 'kind', 'reference', 'supplyDate', 'reversesOn'];

/** What the server has against an entry, by the place in the sheet that it is about. */
export interface EntryRefusal {
  /** What is wrong in a field of the head. */
  readonly inHead: (field: string) => string | undefined;
  /** What is wrong in a field of a row. */
  readonly inRow: (row: number, field: string) => string | undefined;
  /** What is wrong with the entry as a whole. */
  readonly general: readonly string[];
}

/**
 * Sorts what an entry was refused for; paths may lead through the draft or schedule that it is part of.
 *
 * @param shown the paths of fields that say themselves what is wrong with them
 */
export function refusalOf(
  form: EntryForm,
  error: Error | null,
  shown: readonly string[] = HEAD_FIELDS,
): EntryRefusal {
  const problems = (error instanceof RequestRefused ? error.details.problems : []).map(({ path, message }) => ({
    path: path.replace(/^entry\./, ''),
    message,
  }));
  return {
    inHead: (field) => problems.find(({ path }) => path === field)?.message,
    inRow: (row, field) => {
      const doubts: Readonly<Record<string, string | undefined>> = form.lines[row]?.doubts ?? {};
      const isThere = (path: string): boolean => {
        const found = rowOfPath(form, path);
        return found?.row === row && found.field === field;
      };
      return doubts[field] ?? problems.find(({ path }) => isThere(path))?.message;
    },
    general: problems
      .filter(({ path }) => !rowOfPath(form, path) && !shown.includes(path))
      .map(({ message }) => message),
  };
}

/** Why a draft cannot be gone on with: somebody else has changed or ended it meanwhile. */
export function outdatedBy(error: Error | null): string | undefined {
  if (!(error instanceof RequestRefused) || error.details.status !== 409) return undefined;
  return error.details.problems[0]?.code;
}
