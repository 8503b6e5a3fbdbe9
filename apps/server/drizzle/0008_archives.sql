-- Whoever an archive names stays known by name, without a way to sign in: address and password are both there, or neither.
CREATE TABLE person_known (
  id INTEGER PRIMARY KEY,
  email TEXT COLLATE NOCASE UNIQUE,
  name TEXT NOT NULL,
  password_hash TEXT,
  created_at TEXT NOT NULL,
  CHECK ((email IS NULL) = (password_hash IS NULL))
) STRICT;
--> statement-breakpoint
INSERT INTO person_known (id, email, name, password_hash, created_at) SELECT id, email, name, password_hash, created_at FROM person;
--> statement-breakpoint
DROP TABLE person;
--> statement-breakpoint
ALTER TABLE person_known RENAME TO person;
--> statement-breakpoint
-- Only who can sign in has a place in books.
CREATE TRIGGER membership_insert_person BEFORE INSERT ON membership BEGIN
  SELECT RAISE(ABORT, 'membership: this person cannot sign in') WHERE NOT EXISTS (SELECT 1 FROM person
    WHERE id = NEW.person AND email IS NOT NULL);
END;
--> statement-breakpoint
-- Books that are put away can be read and not changed.
ALTER TABLE organisation ADD COLUMN put_away_at TEXT;
--> statement-breakpoint
CREATE TRIGGER posting_put_away BEFORE INSERT ON posting BEGIN
  SELECT RAISE(ABORT, 'entry: these books are put away') FROM organisation WHERE id = NEW.organisation AND put_away_at IS NOT NULL;
END;
