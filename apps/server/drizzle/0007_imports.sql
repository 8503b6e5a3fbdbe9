-- Which column a heading of a file was chosen to mean the last time; empty where it was left out.
CREATE TABLE import_matching (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  subject TEXT NOT NULL,
  heading TEXT NOT NULL,
  column_key TEXT NOT NULL,
  PRIMARY KEY (organisation, subject, heading)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- The same guarantees as before, each looked up in an index of its own: with OR they read every row for each new one.
DROP TRIGGER contact_insert;
--> statement-breakpoint
CREATE TRIGGER contact_insert BEFORE INSERT ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND id = NEW.id);
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND number = NEW.number);
  SELECT RAISE(ABORT, 'contact: id, number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND name = NEW.name COLLATE NOCASE);
END;
--> statement-breakpoint
DROP TRIGGER contact_update;
--> statement-breakpoint
CREATE TRIGGER contact_update BEFORE UPDATE ON contact BEGIN
  SELECT RAISE(ABORT, 'contact: its id never changes') WHERE NEW.organisation IS NOT OLD.organisation OR NEW.id IS NOT OLD.id;
  SELECT RAISE(ABORT, 'contact: number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND number = NEW.number AND id <> NEW.id);
  SELECT RAISE(ABORT, 'contact: number or name is taken')
    WHERE EXISTS (SELECT 1 FROM contact WHERE organisation = NEW.organisation AND name = NEW.name COLLATE NOCASE AND id <> NEW.id);
END;
--> statement-breakpoint
DROP TRIGGER account_insert;
--> statement-breakpoint
CREATE TRIGGER account_insert BEFORE INSERT ON account BEGIN
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND id = NEW.id);
  SELECT RAISE(ABORT, 'account: id or number is taken')
    WHERE EXISTS (SELECT 1 FROM account WHERE organisation = NEW.organisation AND number = NEW.number);
  SELECT RAISE(ABORT, 'account: a posted account becomes no heading')
    WHERE EXISTS (SELECT 1 FROM total WHERE organisation = NEW.organisation AND account = NEW.parent);
END;
