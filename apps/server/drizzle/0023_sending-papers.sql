CREATE TABLE papers_sending (
  organisation integer NOT NULL,
  papers integer NOT NULL,
  recipients text NOT NULL,
  words text NOT NULL,
  every text,
  first_day text,
  through text NOT NULL,
  waits_for text,
  changed_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, papers),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (changed_by) REFERENCES person(id),
  FOREIGN KEY (organisation,papers) REFERENCES board_papers(organisation,id) ON DELETE cascade,
  CONSTRAINT "papers_sending_recipients" CHECK(json_valid("papers_sending"."recipients")),
  CONSTRAINT "papers_sending_every" CHECK("papers_sending"."every" IN ('month', 'quarter', 'year')),
  CONSTRAINT "papers_sending_days" CHECK(("papers_sending"."every" IS NULL) = ("papers_sending"."first_day" IS NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE issued_papers ADD due_on text;
--> statement-breakpoint
PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE __new_outbox_message (
  id integer PRIMARY KEY NOT NULL,
  written_at text NOT NULL,
  recipient text NOT NULL,
  organisation integer,
  person integer,
  subject text NOT NULL,
  body text NOT NULL,
  attachment integer,
  reply_to text,
  state text DEFAULT 'held' NOT NULL,
  tries integer DEFAULT 0 NOT NULL,
  next_try_at text,
  told text,
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (person) REFERENCES person(id),
  FOREIGN KEY (organisation,attachment) REFERENCES attachment(organisation,id),
  CONSTRAINT "outbox_message_state" CHECK("__new_outbox_message"."state" IN ('held', 'waiting', 'sent', 'refused')),
  CONSTRAINT "outbox_message_about" CHECK(("__new_outbox_message"."organisation" IS NULL) <> ("__new_outbox_message"."person" IS NULL)),
  CONSTRAINT "outbox_message_next" CHECK(("__new_outbox_message"."state" = 'waiting') = ("__new_outbox_message"."next_try_at" IS NOT NULL))
) STRICT;
--> statement-breakpoint
INSERT INTO __new_outbox_message("id", "written_at", "recipient", "organisation", "person", "subject", "body") SELECT "id", "written_at", "recipient", "organisation", "person", "subject", "body" FROM outbox_message;
--> statement-breakpoint
DROP TABLE outbox_message;
--> statement-breakpoint
ALTER TABLE __new_outbox_message RENAME TO outbox_message;
--> statement-breakpoint
PRAGMA foreign_keys=ON;