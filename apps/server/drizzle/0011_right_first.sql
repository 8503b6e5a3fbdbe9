-- A closed year keeps the rules it was closed by, so that no later change of the set-up redraws it.
ALTER TABLE year_closing ADD COLUMN rules TEXT CHECK (rules IS NULL OR json_valid(rules));
--> statement-breakpoint
-- Which year's closing locked a period: reopening the year gives back just these.
ALTER TABLE period_lock ADD COLUMN closing TEXT;
--> statement-breakpoint
-- The result of the time before these books goes where each year's closing would take it, rather than into one account.
ALTER TABLE take_on ADD COLUMN closes_by_rule INTEGER CHECK (closes_by_rule = 1);
--> statement-breakpoint
-- How a person reads and types amounts and dates.
ALTER TABLE person ADD COLUMN preferences TEXT CHECK (preferences IS NULL OR json_valid(preferences));
--> statement-breakpoint
-- What became of a draft: its id is never given again, so that nobody posts or drops another by it.
CREATE TABLE draft_end (
  organisation INTEGER NOT NULL REFERENCES organisation (id),
  id INTEGER NOT NULL CHECK (id > 0),
  entry TEXT,
  at TEXT NOT NULL,
  by INTEGER NOT NULL REFERENCES person (id),
  PRIMARY KEY (organisation, id)
) STRICT, WITHOUT ROWID;
--> statement-breakpoint
CREATE TRIGGER draft_end_update BEFORE UPDATE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never changed'); END;
--> statement-breakpoint
CREATE TRIGGER draft_end_delete BEFORE DELETE ON draft_end BEGIN SELECT RAISE(ABORT, 'draft: how it ended is never deleted'); END;
--> statement-breakpoint
CREATE TRIGGER draft_insert BEFORE INSERT ON draft BEGIN
  SELECT RAISE(ABORT, 'draft: its id was given before') WHERE EXISTS (
    SELECT 1 FROM draft_end WHERE organisation = NEW.organisation AND id = NEW.id
    UNION ALL SELECT 1 FROM draft WHERE organisation = NEW.organisation AND id = NEW.id);
END;
--> statement-breakpoint
-- Lines that are not posted yet mean accounts and contacts by id; numbers and names are labels on them.
UPDATE recurring_journal SET entry = json_set(entry, '$.lines', (
  SELECT json_group_array(json_patch(l.value, json_object('ids', json_object(
    'account', (SELECT id FROM account AS a WHERE a.organisation = recurring_journal.organisation
      AND a.number = json_extract(l.value, '$.account')),
    'contact', (SELECT min(id) FROM contact AS c WHERE c.organisation = recurring_journal.organisation
      AND json_extract(l.value, '$.contact') IN (c.number, c.name))))))
  FROM json_each(recurring_journal.entry, '$.lines') AS l))
WHERE json_type(entry, '$.lines') = 'array';
--> statement-breakpoint
UPDATE draft SET content = json_set(content, '$.lines', (
  SELECT json_group_array(json_patch(l.value, json_object('ids', json_object(
    'account', (SELECT id FROM account AS a WHERE a.organisation = draft.organisation
      AND a.number = json_extract(l.value, '$.account')),
    'contact', (SELECT min(id) FROM contact AS c WHERE c.organisation = draft.organisation
      AND json_extract(l.value, '$.contact') IN (c.number, c.name))))))
  FROM json_each(draft.content, '$.lines') AS l))
WHERE json_type(content, '$.lines') = 'array';
