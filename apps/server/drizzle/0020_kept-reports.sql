CREATE TABLE kept_report (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text COLLATE NOCASE NOT NULL,
  screen text NOT NULL,
  settings text NOT NULL,
  span text,
  first_day text,
  last_day text,
  is_shared integer NOT NULL,
  created_by integer NOT NULL,
  updated_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (created_by) REFERENCES person(id),
  CONSTRAINT "kept_report_settings" CHECK(json_valid("kept_report"."settings")),
  CONSTRAINT "kept_report_span" CHECK("kept_report"."span" IN ('month-to-date', 'last-month', 'quarter-to-date', 'last-quarter', 'year-to-date', 'last-year', 'last-closed-year')),
  CONSTRAINT "kept_report_is_shared" CHECK("kept_report"."is_shared" IN (0, 1)),
  CONSTRAINT "kept_report_days" CHECK(("kept_report"."span" IS NULL) = ("kept_report"."first_day" IS NOT NULL AND "kept_report"."last_day" IS NOT NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE UNIQUE INDEX kept_report_name ON kept_report (organisation,name) WHERE is_shared = 1;
--> statement-breakpoint
CREATE UNIQUE INDEX kept_report_own_name ON kept_report (organisation,created_by,name) WHERE is_shared = 0;