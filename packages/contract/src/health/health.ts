/** How a thread stands, and how often it had to be begun anew. */
export interface ThreadResponse {
  state: 'running' | 'ended';
  deaths: number;
}

/** Whether the server takes requests, and how each of its threads stands. */
export interface HealthResponse {
  ready: boolean;
  threads: { writer: ThreadResponse; reader: ThreadResponse; files: ThreadResponse };
}
