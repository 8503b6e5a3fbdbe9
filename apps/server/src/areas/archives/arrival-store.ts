import { eq } from 'drizzle-orm';
import { join } from 'node:path';
import type { Db } from '../../platform/database/connection.js';
import { arrival } from '../../platform/database/schema.js';

/** Books that are being taken in from an archive. */
export type Arrival = typeof arrival.$inferSelect;

/** The file of an archive that is being taken in, from its first turn to its last. */
export function arrivingFile(folder: string, archive: string): string {
  return join(folder, 'arriving', archive);
}

/** All books that are being taken in. */
export function arrivals(db: Db): Arrival[] {
  return db.select().from(arrival).all();
}

/** How far the taking in of books is. @throws {Error} if they are not being taken in */
export function arrivalOf(db: Db, organisation: number): Arrival {
  const found = db.select().from(arrival).where(eq(arrival.organisation, organisation)).get();
  if (!found) throw new Error(`The books ${organisation} are not being taken in.`);
  return found;
}
