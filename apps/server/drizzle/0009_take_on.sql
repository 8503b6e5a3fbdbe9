-- What is taken on from the old books: rows as they were typed, by tray; what has been posted of them; sign-off.
CREATE TABLE take_on_row (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL CHECK (id > 0),
  tray TEXT NOT NULL,
  place INTEGER NOT NULL,
  cells TEXT NOT NULL CHECK (json_valid(cells)),
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX take_on_row_tray ON take_on_row (organisation, tray, place, id);
--> statement-breakpoint
-- The entries that stand for a part just now. Those that were posted before are reversed and stand here no more.
CREATE TABLE take_on_entry (
  organisation INTEGER NOT NULL,
  entry INTEGER NOT NULL,
  part TEXT NOT NULL,
  PRIMARY KEY (organisation, entry),
  FOREIGN KEY (organisation, entry) REFERENCES entry (organisation, place)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TABLE take_on (
  organisation INTEGER PRIMARY KEY REFERENCES organisation (id),
  closes_into INTEGER,
  signed_off_at TEXT,
  signed_off_by INTEGER REFERENCES person (id),
  FOREIGN KEY (organisation, closes_into) REFERENCES account (organisation, id),
  CHECK ((signed_off_at IS NULL) = (signed_off_by IS NULL))
) STRICT;
--> statement-breakpoint
CREATE TABLE take_on_event (
  id INTEGER PRIMARY KEY,
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  event TEXT NOT NULL CHECK (event IN ('signed-off', 'reopened')),
  at TEXT NOT NULL,
  by INTEGER NOT NULL REFERENCES person (id),
  reason TEXT,
  entries INTEGER NOT NULL,
  seal TEXT NOT NULL
) STRICT;
--> statement-breakpoint
CREATE INDEX take_on_event_organisation ON take_on_event (organisation, id);
--> statement-breakpoint
-- What happened to a take-on stays.
CREATE TRIGGER take_on_event_insert BEFORE INSERT ON take_on_event BEGIN
  SELECT RAISE(ABORT, 'take-on: its history is never changed') WHERE EXISTS (SELECT 1 FROM take_on_event WHERE id = NEW.id);
END;
--> statement-breakpoint
CREATE TRIGGER take_on_event_update BEFORE UPDATE ON take_on_event BEGIN SELECT RAISE(ABORT, 'take-on: its history is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER take_on_event_delete BEFORE DELETE ON take_on_event BEGIN SELECT RAISE(ABORT, 'take-on: its history is never deleted'); END;
--> statement-breakpoint
-- Once it is signed off nothing of it changes, until it is reopened.
CREATE TRIGGER take_on_row_insert BEFORE INSERT ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = NEW.organisation AND signed_off_at IS NOT NULL;
  SELECT RAISE(ABORT, 'take-on: id is taken') WHERE EXISTS (SELECT 1 FROM take_on_row WHERE organisation = NEW.organisation AND id = NEW.id);
END;
--> statement-breakpoint
CREATE TRIGGER take_on_row_update BEFORE UPDATE ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;
--> statement-breakpoint
CREATE TRIGGER take_on_row_delete BEFORE DELETE ON take_on_row BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;
--> statement-breakpoint
CREATE TRIGGER take_on_entry_delete BEFORE DELETE ON take_on_entry BEGIN
  SELECT RAISE(ABORT, 'take-on: it is signed off') FROM take_on WHERE organisation = OLD.organisation AND signed_off_at IS NOT NULL;
END;
