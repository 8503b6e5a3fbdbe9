/** How a thread does, and how often it had to be begun anew. One that is busy works on something that takes its time. */
export interface ThreadResponse {
  state: 'running' | 'busy' | 'ended';
  deaths: number;
}

/** Whether the server takes requests: each of its threads was asked, and the books. */
export interface HealthResponse {
  ready: boolean;
  books: 'readable' | 'unreadable';
  threads: Record<'writer' | 'reader' | 'reviews' | 'batches' | 'files' | 'printing', ThreadResponse>;
}
