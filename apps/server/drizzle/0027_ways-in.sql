CREATE TABLE recovery_code (
  hash text PRIMARY KEY NOT NULL,
  person integer NOT NULL,
  FOREIGN KEY (person) REFERENCES person(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE own_device (
  person integer PRIMARY KEY NOT NULL,
  secret text NOT NULL,
  confirmed_at text,
  last_step integer DEFAULT 0 NOT NULL,
  FOREIGN KEY (person) REFERENCES person(id)
) STRICT;
--> statement-breakpoint
ALTER TABLE session ADD used_at text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE session ADD address text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE session ADD agent text DEFAULT '' NOT NULL;