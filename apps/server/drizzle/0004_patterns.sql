CREATE TABLE pattern (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text NOT NULL,
  content text NOT NULL,
  created_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (created_by) REFERENCES person(id),
  CONSTRAINT "pattern_content" CHECK(json_valid("pattern"."content")),
  CONSTRAINT "pattern_name" CHECK(length("pattern"."name") BETWEEN 1 AND 120)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX pattern_name_once ON pattern (organisation,name COLLATE NOCASE);