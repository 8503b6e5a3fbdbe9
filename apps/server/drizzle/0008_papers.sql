CREATE TABLE attachment (
  organisation integer NOT NULL,
  id integer NOT NULL,
  sha256 text NOT NULL,
  name text NOT NULL,
  type text NOT NULL,
  bytes integer NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  discarded_at text,
  discarded_by integer,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  FOREIGN KEY (discarded_by) REFERENCES person(id),
  CONSTRAINT "attachment_type" CHECK("attachment"."type" IN ('pdf', 'png', 'jpg', 'webp', 'heic', 'xlsx', 'csv', 'eml', 'txt')),
  CONSTRAINT "attachment_id" CHECK("attachment"."id" > 0),
  CONSTRAINT "attachment_sha256" CHECK(length("attachment"."sha256") = 64 AND "attachment"."sha256" NOT GLOB '*[^0-9a-f]*'),
  CONSTRAINT "attachment_name" CHECK(length("attachment"."name") BETWEEN 1 AND 255),
  CONSTRAINT "attachment_bytes" CHECK("attachment"."bytes" > 0),
  CONSTRAINT "attachment_discarded" CHECK(("attachment"."discarded_at" IS NULL) = ("attachment"."discarded_by" IS NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX attachment_once ON attachment (organisation,sha256);
--> statement-breakpoint
CREATE TABLE entry_attachment (
  organisation integer NOT NULL,
  entry integer NOT NULL,
  place integer NOT NULL,
  attachment integer NOT NULL,
  line integer NOT NULL,
  at text NOT NULL,
  by integer NOT NULL,
  removed_at text,
  removed_by integer,
  reason text,
  PRIMARY KEY(organisation, entry, place),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (by) REFERENCES person(id),
  FOREIGN KEY (removed_by) REFERENCES person(id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  FOREIGN KEY (organisation,attachment) REFERENCES attachment(organisation,id),
  CONSTRAINT "entry_attachment_place" CHECK("entry_attachment"."place" > 0 AND "entry_attachment"."line" >= 0),
  CONSTRAINT "entry_attachment_removed" CHECK(("entry_attachment"."removed_at" IS NULL) = ("entry_attachment"."removed_by" IS NULL) AND ("entry_attachment"."removed_at" IS NULL) = ("entry_attachment"."reason" IS NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX entry_attachment_paper ON entry_attachment (organisation,attachment);