CREATE TABLE period_closing (
  organisation integer NOT NULL,
  period text NOT NULL,
  begun_at text NOT NULL,
  begun_by integer NOT NULL,
  PRIMARY KEY(organisation, period),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  FOREIGN KEY (begun_by) REFERENCES person(id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
PRAGMA foreign_keys=OFF;
--> statement-breakpoint
CREATE TABLE __new_organisation (
  id integer PRIMARY KEY NOT NULL,
  name text NOT NULL,
  kind text NOT NULL,
  base_currency text NOT NULL,
  fiscal_year_start_month integer NOT NULL,
  fiscal_year_start_day integer DEFAULT 1 NOT NULL,
  first_day text NOT NULL,
  changeover_date text,
  time_zone text DEFAULT 'UTC' NOT NULL,
  two_people_from integer,
  posts_while_closing text DEFAULT 'owners' NOT NULL,
  created_at text NOT NULL,
  version integer DEFAULT 1 NOT NULL,
  archived_at text,
  CONSTRAINT "organisation_kind" CHECK("__new_organisation"."kind" IN ('sole-trader', 'partnership', 'company', 'non-profit', 'co-operative')),
  CONSTRAINT "organisation_posts_while_closing" CHECK("__new_organisation"."posts_while_closing" IN ('all', 'owners', 'nobody')),
  CONSTRAINT "organisation_currency" CHECK(length("__new_organisation"."base_currency") = 3),
  CONSTRAINT "organisation_start_month" CHECK("__new_organisation"."fiscal_year_start_month" BETWEEN 1 AND 12),
  CONSTRAINT "organisation_first_day" CHECK(date("__new_organisation"."first_day", '+0 days') IS "__new_organisation"."first_day"),
  CONSTRAINT "organisation_changeover_date" CHECK("__new_organisation"."changeover_date" IS NULL OR date("__new_organisation"."changeover_date", '+0 days') IS "__new_organisation"."changeover_date")
) STRICT;
--> statement-breakpoint
INSERT INTO __new_organisation("id", "name", "kind", "base_currency", "fiscal_year_start_month", "fiscal_year_start_day", "first_day", "changeover_date", "time_zone", "two_people_from", "posts_while_closing", "created_at", "version", "archived_at") SELECT "id", "name", "kind", "base_currency", "fiscal_year_start_month", "fiscal_year_start_day", "first_day", "changeover_date", "time_zone", "two_people_from", 'owners', "created_at", "version", "archived_at" FROM organisation;
--> statement-breakpoint
DROP TABLE organisation;
--> statement-breakpoint
ALTER TABLE __new_organisation RENAME TO organisation;
--> statement-breakpoint
PRAGMA foreign_keys=ON;