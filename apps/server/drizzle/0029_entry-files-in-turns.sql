CREATE TABLE entry_file (
  organisation integer PRIMARY KEY NOT NULL,
  person integer NOT NULL,
  key text,
  sha256 text NOT NULL,
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
  CONSTRAINT "entry_file_with_difference" CHECK(json_valid("entry_file"."with_difference")),
  CONSTRAINT "entry_file_posted" CHECK("entry_file"."posted" BETWEEN 0 AND "entry_file"."entries")
) STRICT;
--> statement-breakpoint
CREATE TABLE entry_file_original (
  organisation integer NOT NULL,
  called text NOT NULL,
  place integer NOT NULL,
  PRIMARY KEY(organisation, called),
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE entry_file_turn (
  organisation integer NOT NULL,
  turn integer NOT NULL,
  entries blob NOT NULL,
  PRIMARY KEY(organisation, turn),
  FOREIGN KEY (organisation) REFERENCES organisation(id)
) STRICT, WITHOUT ROWID;
