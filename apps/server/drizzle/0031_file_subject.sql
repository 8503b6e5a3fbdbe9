PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE __new_entry_file (
  organisation integer PRIMARY KEY NOT NULL,
  person integer NOT NULL,
  key text,
  sha256 text NOT NULL,
  subject text DEFAULT 'entries' NOT NULL,
  lines integer NOT NULL,
  entries integer NOT NULL,
  turns integer NOT NULL,
  with_difference text NOT NULL,
  posted integer DEFAULT 0 NOT NULL,
  first text,
  last text,
  begun_at text NOT NULL,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (person) REFERENCES person(id),
  CONSTRAINT "entry_file_subject" CHECK("__new_entry_file"."subject" IN ('entries', 'contacts')),
  CONSTRAINT "entry_file_with_difference" CHECK(json_valid("__new_entry_file"."with_difference")),
  CONSTRAINT "entry_file_posted" CHECK("__new_entry_file"."posted" BETWEEN 0 AND "__new_entry_file"."entries")
) STRICT;
--> statement-breakpoint
INSERT INTO __new_entry_file("organisation", "person", "key", "sha256", "lines", "entries", "turns", "with_difference", "posted", "first", "last", "begun_at") SELECT "organisation", "person", "key", "sha256", "lines", "entries", "turns", "with_difference", "posted", "first", "last", "begun_at" FROM entry_file;
--> statement-breakpoint
DROP TABLE entry_file;
--> statement-breakpoint
ALTER TABLE __new_entry_file RENAME TO entry_file;
--> statement-breakpoint
PRAGMA foreign_keys=ON;