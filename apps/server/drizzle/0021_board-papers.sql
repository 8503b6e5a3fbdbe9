CREATE TABLE board_papers (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text COLLATE NOCASE NOT NULL,
  subtitle text NOT NULL,
  reports text NOT NULL,
  is_signed integer NOT NULL,
  changed_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (changed_by) REFERENCES person(id),
  CONSTRAINT "board_papers_reports" CHECK(json_valid("board_papers"."reports")),
  CONSTRAINT "board_papers_is_signed" CHECK("board_papers"."is_signed" IN (0, 1))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX board_papers_name ON board_papers (organisation,name);