-- People are invited and recover their passwords by messages, which are kept where mail would be sent.
ALTER TABLE membership ADD COLUMN since TEXT;
--> statement-breakpoint
-- An organisation always has an owner.
CREATE TRIGGER membership_update_owner BEFORE UPDATE ON membership
  WHEN OLD.role = 'owner' AND (NEW.role <> 'owner' OR NEW.organisation <> OLD.organisation) BEGIN
  SELECT RAISE(ABORT, 'membership: somebody has to own the books') WHERE NOT EXISTS (SELECT 1 FROM membership
    WHERE organisation = OLD.organisation AND role = 'owner' AND person <> OLD.person);
END;
--> statement-breakpoint
CREATE TRIGGER membership_delete_owner BEFORE DELETE ON membership WHEN OLD.role = 'owner' BEGIN
  SELECT RAISE(ABORT, 'membership: somebody has to own the books') WHERE NOT EXISTS (SELECT 1 FROM membership
    WHERE organisation = OLD.organisation AND role = 'owner' AND person <> OLD.person);
END;
--> statement-breakpoint
-- A place in an organisation that is offered to an address; it ends by being taken or withdrawn, or with its time.
CREATE TABLE invitation (
  id INTEGER PRIMARY KEY,
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  email TEXT NOT NULL COLLATE NOCASE,
  role TEXT NOT NULL CHECK (role IN ('preparer', 'approver', 'reader', 'owner')),
  token_hash TEXT NOT NULL UNIQUE,
  invited_by INTEGER NOT NULL REFERENCES person (id),
  created_at TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  ended_at TEXT
) STRICT;
--> statement-breakpoint
CREATE UNIQUE INDEX invitation_open ON invitation (organisation, email) WHERE ended_at IS NULL;
--> statement-breakpoint
-- A way to a new password, used once.
CREATE TABLE password_reset (
  token_hash TEXT PRIMARY KEY,
  person INTEGER NOT NULL REFERENCES person (id),
  created_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
-- Messages where mail would be sent: about an organisation, or to a person.
CREATE TABLE outbox_message (
  id INTEGER PRIMARY KEY,
  written_at TEXT NOT NULL,
  recipient TEXT NOT NULL,
  organisation INTEGER REFERENCES organisation (id),
  person INTEGER REFERENCES person (id),
  subject TEXT NOT NULL,
  body TEXT NOT NULL,
  CHECK ((organisation IS NULL) <> (person IS NULL))
) STRICT;
