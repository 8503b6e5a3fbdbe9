/** The media types of files that reports are saved as. */
export const [CSV, PDF, XLSX] = [
  'text/csv; charset=utf-8',
  'application/pdf',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
] as const;

/** The media type of answers that a thread has written. */
export const JSON_TEXT = 'application/json; charset=utf-8';
