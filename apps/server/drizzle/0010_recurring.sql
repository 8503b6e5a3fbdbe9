CREATE TABLE holiday (
  organisation integer NOT NULL,
  date text NOT NULL,
  name text NOT NULL,
  PRIMARY KEY(organisation, date),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "holiday_date" CHECK(date("holiday"."date", '+0 days') IS "holiday"."date")
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE recurring_version (
  organisation integer NOT NULL,
  journal integer NOT NULL,
  place integer NOT NULL,
  first_date text NOT NULL,
  schedule text NOT NULL,
  amounts text NOT NULL,
  entry text NOT NULL,
  reverses text,
  by_itself text NOT NULL,
  made_by integer NOT NULL,
  made_at text NOT NULL,
  approved_by integer,
  approved_at text,
  PRIMARY KEY(organisation, journal, place),
  FOREIGN KEY (made_by) REFERENCES person(id),
  FOREIGN KEY (approved_by) REFERENCES person(id),
  FOREIGN KEY (organisation,journal) REFERENCES recurring_journal(organisation,id),
  CONSTRAINT "recurring_version_schedule" CHECK(json_valid("recurring_version"."schedule")),
  CONSTRAINT "recurring_version_amounts" CHECK(json_valid("recurring_version"."amounts")),
  CONSTRAINT "recurring_version_entry" CHECK(json_valid("recurring_version"."entry")),
  CONSTRAINT "recurring_version_reverses" CHECK("recurring_version"."reverses" IN ('next-day', 'next-month')),
  CONSTRAINT "recurring_version_by_itself" CHECK("recurring_version"."by_itself" IN ('waits', 'drafts', 'posts')),
  CONSTRAINT "recurring_version_place" CHECK("recurring_version"."place" > 0),
  CONSTRAINT "recurring_version_approved" CHECK(("recurring_version"."approved_by" IS NULL) = ("recurring_version"."approved_at" IS NULL))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE __new_occurrence (
  organisation integer NOT NULL,
  journal integer NOT NULL,
  date text NOT NULL,
  state text NOT NULL,
  entry integer,
  draft integer,
  reason text,
  settled_at text NOT NULL,
  settled_by integer NOT NULL,
  is_by_itself integer DEFAULT false NOT NULL,
  told_at text,
  PRIMARY KEY(organisation, journal, date),
  FOREIGN KEY (settled_by) REFERENCES person(id),
  FOREIGN KEY (organisation,journal) REFERENCES recurring_journal(organisation,id),
  FOREIGN KEY (organisation,entry) REFERENCES entry(organisation,place),
  CONSTRAINT "occurrence_state" CHECK(state IN ('posted', 'skipped', 'drafted')),
  CONSTRAINT "occurrence_is_by_itself" CHECK(is_by_itself IN (0, 1)),
  CONSTRAINT "occurrence_posted" CHECK((state = 'posted') = (entry IS NOT NULL)),
  CONSTRAINT "occurrence_drafted" CHECK(state <> 'drafted' OR draft IS NOT NULL)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
INSERT INTO __new_occurrence (organisation, journal, date, state, entry, reason, settled_at, settled_by)
  SELECT organisation, journal, date, state, entry, reason, settled_at, settled_by FROM occurrence;
--> statement-breakpoint
DROP TABLE occurrence;
--> statement-breakpoint
ALTER TABLE __new_occurrence RENAME TO occurrence;
--> statement-breakpoint
CREATE UNIQUE INDEX occurrence_entry ON occurrence (organisation,entry);
--> statement-breakpoint
CREATE UNIQUE INDEX occurrence_draft ON occurrence (organisation,draft);
--> statement-breakpoint
CREATE TABLE __new_recurring_journal (
  organisation integer NOT NULL,
  id integer NOT NULL,
  name text NOT NULL,
  pauses text NOT NULL,
  ended_on text,
  version integer DEFAULT 1 NOT NULL,
  PRIMARY KEY(organisation, id),
  FOREIGN KEY (organisation) REFERENCES organisation(id),
  CONSTRAINT "recurring_journal_pauses" CHECK(json_valid(pauses))
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
INSERT INTO __new_recurring_journal (organisation, id, name, pauses, ended_on, version)
  SELECT organisation, id, name, '[]', ended_on, version FROM recurring_journal;
--> statement-breakpoint
INSERT INTO recurring_version (organisation, journal, place, first_date, schedule, amounts, entry, by_itself, made_by, made_at)
  SELECT r.organisation, r.id, 1, json_extract(r.schedule, '$.from'), r.schedule, '{"amounts":"fixed"}', r.entry, 'waits',
    (SELECT min(person) FROM membership WHERE organisation = r.organisation AND role = 'owner'), o.created_at
  FROM recurring_journal AS r JOIN organisation AS o ON o.id = r.organisation;
--> statement-breakpoint
DROP TABLE recurring_journal;
--> statement-breakpoint
ALTER TABLE __new_recurring_journal RENAME TO recurring_journal;
