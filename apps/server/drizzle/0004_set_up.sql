-- Set-up that is shaped over the years without touching what is posted, and the trail of who changed what.
ALTER TABLE account ADD COLUMN settles INTEGER NOT NULL DEFAULT 0 CHECK (settles IN (0, 1));
--> statement-breakpoint
-- Cash and bank settle documents, as newly added ones do.
UPDATE account SET settles = 1 WHERE role = 'cash';
--> statement-breakpoint
-- The breakdowns that every line of an account must name a value of.
CREATE TABLE account_breakdown (
  organisation INTEGER NOT NULL,
  account INTEGER NOT NULL,
  breakdown INTEGER NOT NULL,
  PRIMARY KEY (organisation, account, breakdown),
  FOREIGN KEY (organisation, account) REFERENCES account (organisation, id) ON DELETE CASCADE,
  FOREIGN KEY (organisation, breakdown) REFERENCES breakdown (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
ALTER TABLE breakdown ADD COLUMN usual_value INTEGER;
--> statement-breakpoint
ALTER TABLE breakdown ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
--> statement-breakpoint
ALTER TABLE breakdown_value ADD COLUMN parent INTEGER;
--> statement-breakpoint
ALTER TABLE breakdown_value ADD COLUMN active INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1));
--> statement-breakpoint
CREATE UNIQUE INDEX breakdown_value_name ON breakdown_value (organisation, breakdown, name COLLATE NOCASE);
--> statement-breakpoint
-- A value stands under another of the same breakdown that no posted line names.
CREATE TRIGGER breakdown_value_insert_parent BEFORE INSERT ON breakdown_value WHEN NEW.parent IS NOT NULL BEGIN
  SELECT RAISE(ABORT, 'breakdown: no such value to stand under') WHERE NEW.parent = NEW.id OR NOT EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.parent);
  SELECT RAISE(ABORT, 'breakdown: a posted value takes none under it') WHERE EXISTS (SELECT 1 FROM combination_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND value = NEW.parent);
END;
--> statement-breakpoint
CREATE TRIGGER breakdown_value_update_parent BEFORE UPDATE ON breakdown_value
  WHEN NEW.parent IS NOT NULL AND NEW.parent IS NOT OLD.parent BEGIN
  SELECT RAISE(ABORT, 'breakdown: no such value to stand under') WHERE NEW.parent = NEW.id OR NOT EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND id = NEW.parent);
  SELECT RAISE(ABORT, 'breakdown: a posted value takes none under it') WHERE EXISTS (SELECT 1 FROM combination_value
    WHERE organisation = NEW.organisation AND breakdown = NEW.breakdown AND value = NEW.parent);
END;
--> statement-breakpoint
-- What is referred to inside the set-up goes last.
CREATE TRIGGER breakdown_value_delete_referred BEFORE DELETE ON breakdown_value BEGIN
  SELECT RAISE(ABORT, 'breakdown: others stand under this value') WHERE EXISTS (SELECT 1 FROM breakdown_value
    WHERE organisation = OLD.organisation AND breakdown = OLD.breakdown AND parent = OLD.id);
  SELECT RAISE(ABORT, 'breakdown: the usual value stays') WHERE EXISTS (SELECT 1 FROM breakdown
    WHERE organisation = OLD.organisation AND id = OLD.breakdown AND usual_value = OLD.id);
END;
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN active INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1));
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN currency TEXT CHECK (currency IS NULL OR length(currency) = 3);
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN terms TEXT CHECK (terms IS NULL OR json_valid(terms));
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN email TEXT;
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN phone TEXT;
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN address TEXT;
--> statement-breakpoint
ALTER TABLE contact ADD COLUMN bank TEXT CHECK (bank IS NULL OR json_valid(bank));
--> statement-breakpoint
-- A duplicate whose lines count with another contact from now on.
ALTER TABLE contact ADD COLUMN merged_into INTEGER;
--> statement-breakpoint
CREATE TRIGGER contact_merge BEFORE UPDATE ON contact WHEN NEW.merged_into IS NOT NULL AND NEW.merged_into IS NOT OLD.merged_into BEGIN
  SELECT RAISE(ABORT, 'contact: merged into one that stands by itself') WHERE NEW.merged_into = NEW.id OR NOT EXISTS (SELECT 1 FROM contact
    WHERE organisation = NEW.organisation AND id = NEW.merged_into AND merged_into IS NULL);
  SELECT RAISE(ABORT, 'contact: others are merged into it') WHERE EXISTS (SELECT 1 FROM contact
    WHERE organisation = NEW.organisation AND merged_into = NEW.id);
END;
--> statement-breakpoint
-- Who changed what of the set-up, when, from what to what.
CREATE TABLE set_up_change (
  id INTEGER PRIMARY KEY,
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  at TEXT NOT NULL,
  by INTEGER NOT NULL REFERENCES person (id),
  subject TEXT NOT NULL,
  object INTEGER NOT NULL,
  title TEXT NOT NULL,
  action TEXT NOT NULL CHECK (action IN ('added', 'changed', 'removed')),
  fields TEXT NOT NULL CHECK (json_valid(fields))
) STRICT;
--> statement-breakpoint
CREATE INDEX set_up_change_object ON set_up_change (organisation, subject, object, id);
--> statement-breakpoint
CREATE TRIGGER set_up_change_insert BEFORE INSERT ON set_up_change BEGIN
  SELECT RAISE(ABORT, 'audit trail: never changed') WHERE EXISTS (SELECT 1 FROM set_up_change WHERE id = NEW.id);
END;
--> statement-breakpoint
CREATE TRIGGER set_up_change_update BEFORE UPDATE ON set_up_change BEGIN SELECT RAISE(ABORT, 'audit trail: never changed'); END;
--> statement-breakpoint
CREATE TRIGGER set_up_change_delete BEFORE DELETE ON set_up_change BEGIN SELECT RAISE(ABORT, 'audit trail: never deleted'); END;
--> statement-breakpoint
-- Papers to gather before the first entry: at hand or not, with a note.
CREATE TABLE paper_to_gather (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  paper TEXT NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('wanted', 'at-hand', 'not-needed')),
  note TEXT NOT NULL,
  PRIMARY KEY (organisation, paper)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- The answers of a start that somebody has not finished.
CREATE TABLE unfinished_start (
  person INTEGER PRIMARY KEY REFERENCES person (id),
  answers TEXT NOT NULL CHECK (json_valid(answers)),
  updated_at TEXT NOT NULL
) STRICT;
