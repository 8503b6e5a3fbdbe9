import { type NoteRequest, type NoteResponse, type NotesQuery, paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';
import { useOrganisationMutation } from './use-organisation-mutation.js';

/** The notes to the statements of some days. */
export const notesQuery = (id: number, days: NotesQuery) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'notes', days],
    queryFn: () => api.get(withQuery(paths.notes(id), { ...days })),
  });

/** Writes a note, or another in the place of one. */
export function useWriteNote(organisation: number, note: NoteResponse | undefined) {
  return useOrganisationMutation((request: NoteRequest) =>
    note ? api.put(paths.note(organisation, note.id), request) : api.post(paths.notes(organisation), request),
  );
}

/** Takes a note away. */
export function useDropNote(organisation: number) {
  return useOrganisationMutation(({ id, version }: NoteResponse) =>
    api.delete(paths.note(organisation, id), { version }),
  );
}

/** Takes the notes of the year before over into the year of a day. */
export function useTakeNotesOver(organisation: number) {
  return useOrganisationMutation((period: string) => api.post(paths.takeNotesOver(organisation), { of: period }));
}
